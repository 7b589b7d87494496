import { coilName } from '@elm-mist/core/equipment';
import {
  cornersProblem,
  FIRST_CORNERS,
  gradeOfLight,
  LIGHT_DOUBTS,
  lightWords,
  type LightMark,
  type LightMeasured,
  type LightNoted,
  type LightReading,
} from '@elm-mist/core/light';
import { gradeFacts, worstOf } from '@elm-mist/core/survey';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { keepPhoto, useDraft, useVisit, wallClock } from '@/data';
import { Act, Banner, Body, Companion, Field, FilePick, Figure, Heading, Part, Row, Small, space, Tabs, ThumbBar, useWide } from '@/ui';
import { VisitScreen } from '../visit/VisitScreen';
import { MarkedPicture } from './MarkedPicture';
import { useLight, type MarkedId } from './useLight';

type Side = 'before' | 'after';
const SIDE_WORDS: Record<Side, string> = { before: 'as found', after: 'as left' };

interface Draft {
  before: MarkedId | null;
  after: MarkedId | null;
  bentBefore: string;
  bentAfter: string;
}

const noMark: LightMark = { corners: FIRST_CORNERS, card: null };
const whole = (value: number | null) => (value === null ? '' : String(value));
const markOf = (reading: LightReading | null): MarkedId | null =>
  reading && { photoId: reading.photoId, mark: { corners: reading.corners, card: reading.card } };

/** A share somebody typed, %. @returns null for nothing, undefined for what is no share */
function shareOf(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const value = Number(text.trim().replace('%', ''));
  return Number.isFinite(value) && value >= 0 && value <= 100 ? value : undefined;
}

/** Light through a coil, measured on two photographs with the same torch. */
export function LightScreen() {
  const { state, detail, allCoils, record } = useVisit();
  const { coil: asked } = useLocalSearchParams<{ coil?: string }>();
  const coil = allCoils.find((row) => row.id === asked) ?? allCoils[0];
  const back = () => (router.canGoBack() ? router.back() : router.navigate(`/visits/${detail.visit.id}/check`));
  if (!coil) return null;
  return <LightOfCoil key={coil.id} coilId={coil.id} back={back} record={record} state={state} />;
}

function LightOfCoil({
  coilId,
  back,
  record,
  state,
}: { coilId: string; back: () => void } & Pick<ReturnType<typeof useVisit>, 'record' | 'state'>) {
  const { detail, allCoils } = useVisit();
  const coil = allCoils.find((row) => row.id === coilId);
  const noted = state.light[coilId];
  const closed = state.closed !== null;
  const wide = useWide();
  const photosOf = (when: Side) =>
    state.photos.filter(({ value }) => value.coilId === coilId && value.findingId === null && value.when === when);
  const begin = (when: Side): MarkedId | null => {
    const own = markOf(noted?.value[when] ?? null);
    const last = photosOf(when).at(-1);
    return own ?? (last ? { photoId: last.value.photoId, mark: noMark } : null);
  };
  const [draft, keep, drop, older] = useDraft<Draft>(
    `light.${detail.visit.id}.${coilId}`,
    () => ({
      before: begin('before'),
      after: begin('after'),
      bentBefore: whole(noted?.value.bentBeforePct ?? null),
      bentAfter: whole(noted?.value.bentAfterPct ?? null),
    }),
    noted?.eventId ?? '',
  );
  // Where a point is while it is held; the draft has where it was let go.
  const [held, setHeld] = useState<{ side: Side; mark: LightMark } | null>(null);
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState<Side | null>(null);
  const sides: Record<Side, MarkedId | null> = { before: draft.before ?? begin('before'), after: draft.after ?? begin('after') };
  const wrong = (['before', 'after'] as const).flatMap((side) => {
    const problem = sides[side] && cornersProblem(sides[side].mark.corners);
    return problem ? [`${SIDE_WORDS[side]}: ${problem}`] : [];
  });
  // What was kept stands as it was told, with signal or without; only other marks are measured again.
  const kept = noted ? { before: noted.value.before, after: noted.value.after } : null;
  const asKept = kept !== null && JSON.stringify(sides) === JSON.stringify({ before: markOf(kept.before), after: markOf(kept.after) });
  const still = asKept || wrong.length > 0;
  const measuring = useLight(still ? null : sides.before, still ? null : sides.after);
  const { share, trouble: failed } = measuring;
  const pair = asKept ? kept : measuring.pair;
  const [bentBeforePct, bentAfterPct] = [shareOf(draft.bentBefore), shareOf(draft.bentAfter)];
  const badBent = 'A share of the face, from 0 to 100 %.';

  const take = async (side: Side, file: File) => {
    setBusy(side);
    setTrouble('');
    try {
      const photoId = await keepPhoto(detail.visit.id, file);
      if (record({ kind: 'photo.added', data: { photoId, coilId, findingId: null, when: side, caption: 'light' } }))
        // Framed as the other was, most likely: its corners are the best guess there is.
        keep({ ...draft, [side]: { photoId, mark: { ...(sides[side === 'after' ? 'before' : 'after']?.mark ?? noMark), card: null } } });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture could not be kept.');
    } finally {
      setBusy(null);
    }
  };
  const readingOf = (side: Side): LightReading | null => {
    const [marked, told] = [sides[side], pair?.[side]];
    return marked && told ? { photoId: marked.photoId, ...marked.mark, ...told } : null;
  };
  const found: LightNoted = {
    coilId,
    before: readingOf('before'),
    after: readingOf('after'),
    bentBeforePct: bentBeforePct ?? null,
    bentAfterPct: bentAfterPct ?? null,
  };
  const words = lightWords(found);
  const save = () => {
    if (record({ kind: 'light.measured', data: found })) {
      drop();
      back();
    }
  };
  const ready = pair !== null && wrong.length === 0 && bentBeforePct !== undefined && bentAfterPct !== undefined;

  const side = (when: Side) => {
    const marked = sides[when];
    const told: LightMeasured | null = pair?.[when] ?? null;
    const photos = photosOf(when);
    const stamp = photos.find((photo) => photo.value.photoId === marked?.photoId);
    const mark = held?.side === when ? held.mark : marked?.mark;
    return (
      <Part first={wide || when === 'before'}>
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline' }}>
          <Body>{stamp ? `${SIDE_WORDS[when]}, ${wallClock(stamp.at, 'h:mm a').toLowerCase()}` : SIDE_WORDS[when]}</Body>
          {told && told.openPct !== null ? (
            <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 6 }} testID={`open-${when}`}>
              <Figure style={{ fontSize: 26, lineHeight: 30 }}>{`${Math.round(told.openPct)} %`}</Figure>
              <Small>{`± ${Math.ceil(told.doubtPoints)} open`}</Small>
            </View>
          ) : null}
        </View>
        {marked && mark ? (
          <>
            {photos.length > 1 ? (
              <Tabs
                label={`Pictures ${SIDE_WORDS[when]}`}
                value={marked.photoId}
                onChange={(photoId) => keep({ ...draft, [when]: { photoId, mark: marked.mark } })}
                options={photos.map(({ value, at }) => ({ value: value.photoId, label: wallClock(at, 'h:mm:ss') }))}
              />
            ) : null}
            <MarkedPicture
              photoId={marked.photoId}
              when={SIDE_WORDS[when]}
              mark={mark}
              cells={told?.cells ?? []}
              change={
                closed
                  ? null
                  : (next, settled) => {
                      setHeld(settled ? null : { side: when, mark: next });
                      if (settled) keep({ ...draft, [when]: { ...marked, mark: next } });
                    }
              }
            />
            {told?.doubts.map((doubt) => (
              <Banner key={doubt} tone={doubt === 'card' || doubt === 'moved' ? 'wait' : 'stop'}>
                {LIGHT_DOUBTS[doubt]}
              </Banner>
            ))}
            {told && told.openPct !== null ? (
              <Small ink="inkSoft">
                {`Threshold ${told.threshold.toFixed(2)} of white, ${told.by === 'card' ? 'taken from the other picture by the grey card' : `split ${Math.round(told.separability * 100)} % clear`}.`}
              </Small>
            ) : null}
          </>
        ) : (
          <Body ink="inkSoft">
            {when === 'before'
              ? 'Power off and proven before a hand or a torch goes in. Torch hard against the far face, camera straight before the near one, as dark around it as can be.'
              : 'The same torch at the same spot, the camera where it was.'}
          </Body>
        )}
        {closed ? null : (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
            <FilePick
              title={marked ? 'Photo again' : `Photo ${SIDE_WORDS[when]}`}
              label={`Picture of the light, ${SIDE_WORDS[when]}`}
              accept="image/*"
              camera
              busy={busy === when}
              onPick={(file) => void take(when, file)}
              testID={`light-file-${when}`}
            />
            {marked ? (
              <Companion
                title={marked.mark.card ? 'No grey card' : 'Grey card in it'}
                onPress={() =>
                  keep({ ...draft, [when]: { ...marked, mark: { ...marked.mark, card: marked.mark.card ? null : { x: 0.08, y: 0.08 } } } })
                }
                testID={`card-${when}`}
              />
            ) : null}
          </View>
        )}
      </Part>
    );
  };
  const own = { before: worstOf(state.surveys[coilId]?.value.grades ?? {}), after: worstOf(state.checks[coilId]?.value.gradesAfter ?? {}) };
  const gradeWords = (grade: number | null) => (grade === null ? 'not graded' : `${grade} ${gradeFacts(grade as 0).name}`);
  const lightGrade = (told: LightMeasured | null) => (told === null || told.openPct === null ? null : gradeOfLight(told.openPct));
  return (
    <VisitScreen
      visitStep="check"
      page={`light-${coilId}`}
      under={`Light through the ${coil ? coilName(coil).toLowerCase() : 'coil'}, same torch`}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={back} />
          {closed || !(sides.before || sides.after) ? null : (
            <Act
              title={share !== null ? `Measuring, ${Math.round(share * 100)} %` : sides.before && sides.after ? 'Keep both' : 'Keep'}
              onPress={save}
              disabled={!ready}
              testID="light-keep"
            />
          )}
        </ThumbBar>
      }
    >
      {older ? (
        <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
          This light was measured anew since you began here: that is shown. What you had begun is kept.
        </Banner>
      ) : null}
      {trouble || failed ? <Banner tone="stop">{trouble || failed}</Banner> : null}
      {wrong.map((text) => (
        <Banner key={text} tone="stop">
          {text}
        </Banner>
      ))}
      {wide ? (
        <View style={{ flexDirection: 'row', gap: space.l, alignItems: 'flex-start' }}>
          <View style={{ flex: 1 }}>{side('before')}</View>
          <View style={{ flex: 1 }}>{side('after')}</View>
        </View>
      ) : (
        <>
          {side('before')}
          {side('after')}
        </>
      )}
      {sides.before || sides.after ? (
        <Part title={<Heading>What it says</Heading>}>
          <Small ink="inkSoft">
            Drag the four corners to the finned area. It suggests a grade and sets none: listen and feel as well, and see the four signs of
            a rinse.
          </Small>
          <Row
            label="That would be grade"
            value={`${gradeWords(lightGrade(pair?.before ?? null))} → ${gradeWords(lightGrade(pair?.after ?? null))}`}
          />
          <Row label="Your own grade, worst" value={`${gradeWords(own.before)} → ${gradeWords(own.after)}`} />
          {words.gainPoints === null ? null : (
            <Row label="Gained" value={`${words.gainPoints >= 0 ? '+' : '−'}${Math.abs(Math.round(words.gainPoints))} points of light`} />
          )}
        </Part>
      ) : null}
      {sides.before || sides.after ? (
        <Part title={<Heading>Bent fins, kept apart from soil</Heading>}>
          <View style={{ flexDirection: 'row', gap: space.m }}>
            <View style={{ flex: 1 }}>
              <Field
                label="Bent as found, % of the face"
                value={draft.bentBefore}
                onChange={(bentBefore) => keep({ ...draft, bentBefore })}
                {...(bentBeforePct === undefined ? { error: badBent } : {})}
              />
            </View>
            <View style={{ flex: 1 }}>
              <Field
                label="Bent as left, % of the face"
                value={draft.bentAfter}
                onChange={(bentAfter) => keep({ ...draft, bentAfter })}
                {...(bentAfterPct === undefined ? { error: badBent } : {})}
              />
            </View>
          </View>
          {words.comb ? <Small>More than a tenth is bent: combing gives air back that no wash can.</Small> : null}
        </Part>
      ) : null}
    </VisitScreen>
  );
}
