import { PART_KINDS, PART_NAMES, partWords, refitOrder, wiresOpen, type PartKind } from '@elm-mist/core/run';
import { readFigure } from '@elm-mist/core/units';
import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { useDraft, useVisit, wallClock } from '@/data';
import { Act, Banner, Body, Companion, Field, HazardBox, Heading, Label, OneOf, Part, Row, Small, space, Tabs, ThumbBar } from '@/ui';
import { undoLine, UndoButton } from '../visit/Undo';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { WirePart } from './WirePart';

const SIDES = ['parts', 'wires'] as const;
const MOST_SCREWS = 60;

interface PartDraft {
  kind: PartKind | null;
  which: string;
  screws: string;
}
const blank: PartDraft = { kind: null, which: '', screws: '' };

/** What came off and which wire was where; replayed backwards when it goes together again, so that nothing is left over. */
export function TakedownScreen() {
  const { side } = useLocalSearchParams<{ side?: string }>();
  const { state, detail, own } = useVisit();
  const shown = SIDES.find((row) => row === side) ?? 'parts';
  const open = { parts: refitOrder(state.parts).length, wires: wiresOpen(state.wires).length };
  const last = own('takedown');
  return (
    <VisitScreen
      visitStep="wash"
      under="Takedown and wires"
      page={shown}
      foot={
        <ThumbBar over={undoLine(last)}>
          <UndoButton page="takedown" testID="takedown-undo" />
          <Act title="Back to Wash" onPress={() => goTo(detail.visit.id, 'wash')} />
        </ThumbBar>
      }
    >
      <Tabs
        label="Takedown"
        value={shown}
        onChange={(next) => router.setParams({ side: next })}
        options={[
          { value: 'parts' as const, label: open.parts > 0 ? `Parts, ${open.parts} off` : 'Parts' },
          { value: 'wires' as const, label: open.wires > 0 ? `Wires, ${open.wires} open` : 'Wires' },
        ]}
      />
      {shown === 'parts' ? <PartsPart /> : <WirePart />}
    </VisitScreen>
  );
}

function PartsPart() {
  const { state, detail, record } = useVisit();
  const [draft, keep] = useDraft<PartDraft>(`takedown.${detail.visit.id}`, () => blank);
  const closed = state.closed !== null;
  const order = refitOrder(state.parts);
  const next = order[0];
  const screws = draft.screws.trim() === '' ? 0 : readFigure(draft.screws);
  const trouble =
    Number.isInteger(screws) && screws >= 0 && screws <= MOST_SCREWS ? undefined : `Screws: a whole number up to ${MOST_SCREWS}.`;
  const off = () => {
    if (!draft.kind || trouble) return;
    if (record({ kind: 'part.off', data: { kind: draft.kind, which: draft.which.trim(), screws, note: '' } })) keep(blank);
  };
  return (
    <>
      {closed ? null : (
        <Part first title={<Heading>Came off</Heading>}>
          <OneOf
            label="Part"
            options={PART_KINDS.map((kind) => ({ value: kind, label: PART_NAMES[kind] }))}
            value={draft.kind}
            onChange={(kind) => keep({ ...draft, kind })}
          />
          <View style={{ flexDirection: 'row', gap: space.m }}>
            <Field
              label="Which one"
              value={draft.which}
              onChange={(which) => keep({ ...draft, which })}
              help="Path side, lower"
              grow
              testID="part-which"
            />
            <Field
              label="Screws"
              value={draft.screws}
              onChange={(text) => keep({ ...draft, screws: text })}
              keyboard="number-pad"
              error={trouble}
              grow
              testID="part-screws"
            />
          </View>
          <Companion title="It is off" onPress={off} disabled={!draft.kind || trouble !== undefined} wet testID="part-off" />
        </Part>
      )}
      <Part title={<Heading>Back on, last off first</Heading>}>
        {order.length === 0 ? (
          <Body ink="inkSoft">
            {state.parts.length === 0
              ? 'Nothing has come off yet. Count screws as each part comes off; some hide under lips.'
              : 'Everything is back on. Nothing left over.'}
          </Body>
        ) : null}
        {next ? (
          <View style={{ gap: space.s }}>
            <Label ink="inkSoft">NEXT</Label>
            <Heading>{partWords(next.value)}</Heading>
            <Small ink="inkSoft">
              Screws started by hand, corners first where panels slot in. A long screw or a slipped driver that pierces a tube condemns the
              coil.
            </Small>
            {closed ? null : (
              <Companion
                title={`${PART_NAMES[next.value.kind]} is back on`}
                onPress={() => record({ kind: 'part.back', data: { partId: next.eventId } })}
                wet
                testID="part-back"
              />
            )}
          </View>
        ) : null}
        <View>
          {order.slice(1).map((part) => (
            <Row key={part.eventId} label={partWords(part.value)} value="then" />
          ))}
        </View>
      </Part>
      {state.parts.some((part) => part.backAt !== null) ? (
        <Part title={<Heading>Back already</Heading>}>
          <View>
            {state.parts
              .filter((part) => part.backAt !== null)
              .map((part) => (
                <Row key={part.eventId} label={partWords(part.value)} value={wallClock(part.backAt ?? part.at, 'h:mm')} />
              ))}
          </View>
        </Part>
      ) : null}
      <HazardBox lead="Sharp fins and sheet metal.">
        Cut-resistant gloves. Two people for a heavy lid; never hang the fan by its leads, and never bend a blade.
      </HazardBox>
      {closed && order.length > 0 ? <Banner tone="stop">The visit was closed with parts still noted as off.</Banner> : null}
    </>
  );
}
