import { useDraft, useVisit } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  GradePicker,
  GradeStrip,
  Heading,
  LinkRow,
  Part,
  Small,
  space,
  Still,
  ThumbBar,
  useStill,
} from '@/ui';
import type { CoilRecord } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import { provenDead } from '@elm-mist/core/run';
import {
  completeSurvey,
  nextToGrade,
  rowName,
  startSurvey,
  ungraded,
  withGrade,
  worstOf,
  type CoilSurvey,
  type FaceRow,
  type Grade,
} from '@elm-mist/core/survey';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { FindingsPart } from '../findings/FindingsPart';
import { LightCard } from '../light/LightCard';
import { PhotoPart } from '../photos/PhotoPart';
import { coilShort } from '../shared/words';
import { ClosedNote, goTo, VisitScreen } from '../visit/VisitScreen';
import { HowBuilt, LeaveOut, SoilAndState } from './coilLookParts';
import { QuestionList } from './QuestionList';

export function CoilPart({
  coil,
  tabs,
  next,
  show,
}: {
  coil: CoilRecord;
  tabs: ReactNode;
  next: string | undefined;
  show: (part: string) => void;
}) {
  const { detail, state, record, allCoils, house, source } = useVisit();
  const dead = provenDead(state, detail.system.configuration, source(coil));
  const noted = state.surveys[coil.id];
  const [stored, keep, drop, older] = useDraft<CoilSurvey>(
    `look.${detail.visit.id}.${coil.id}`,
    () => startSurvey(noted?.value, detail.known.surveys[coil.id]),
    noted?.eventId ?? '',
  );
  const survey = completeSurvey(stored);
  const before = detail.known.surveys[coil.id];
  const [alike, setAlike] = useState(false);
  const [cell, setCell] = useState<FaceRow | null>(
    () => nextToGrade(coil.geometry, survey) ?? (coil.geometry.faces[0] ? { faceId: coil.geometry.faces[0].id, row: 0 } : null),
  );
  const [moved, setMoved] = useState(false);
  const [setAside, setSetAside] = useState(false);
  const closed = state.closed !== null;
  const set = (change: Partial<CoilSurvey>) => keep({ ...survey, ...change });
  const grade = (value: Grade) => {
    if (alike) {
      keep({
        ...survey,
        grades: Object.fromEntries(coil.geometry.faces.map((row) => [row.id, Array<Grade>(coil.geometry.rows).fill(value)])),
      });
      return;
    }
    if (!cell) return;
    const graded = { ...survey, grades: withGrade(survey.grades, cell, value) };
    keep(graded);
    const open = nextToGrade(coil.geometry, graded);
    if (open && !moved) setCell(open);
    setMoved(false);
  };
  const face = coil.geometry.faces.find((row) => row.id === cell?.faceId);
  const missing = ungraded(
    survey.grades,
    coil.geometry.faces.map((row) => row.id),
    coil.geometry.rows,
  );
  const nothing = worstOf(survey.grades) === null;
  const [asked, setAsked] = useState(false);
  const { held, hold } = useStill();
  const goOn = () => (next ? show(next) : goTo(detail.visit.id, 'plan'));
  const save = () => {
    if (nothing) {
      setAsked(true);
      return;
    }
    hold();
    if (record({ kind: 'coil.surveyed', data: { coilId: coil.id, survey } })) {
      drop();
      goOn();
    }
  };
  const nextCoil = allCoils.find((row) => row.id === next);
  const cellName = ({ faceId, row }: FaceRow) =>
    [coil.geometry.faces.find((each) => each.id === faceId)?.name ?? faceId, rowName(coil.geometry.rows, row)].filter(Boolean).join(', ');
  const act = nextCoil ? `Next: ${coilName(nextCoil).toLowerCase()}` : 'Next: the plan';
  const aside = state.skipped[coil.id];
  return (
    <VisitScreen
      visitStep="look"
      page={coil.id}
      under={`${coilName(coil)} · ${coilShort(coil)}`}
      foot={
        <ThumbBar>
          <Companion title="Not today" onPress={() => setSetAside(!setAside)} disabled={closed} />
          <Act title={act} onPress={() => (closed ? goOn() : save())} testID="look-next" />
        </ThumbBar>
      }
    >
      <Still held={held}>
        {tabs}
        <ClosedNote />
        {older ? (
          <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
            This coil was noted again since you began here: that is shown. What you had begun is kept.
          </Banner>
        ) : null}
        {setAside ? <LeaveOut coil={coil} done={() => setSetAside(false)} go={goOn} /> : null}
        {aside ? <Banner tone="info">{`Left out of this visit: ${aside.value}. Grade it to take it in again.`}</Banner> : null}
        <Part first title={<Heading>How much light comes through?</Heading>}>
          <Body ink="inkSoft">
            {coil.geometry.rows > 1
              ? 'Flashlight hard against one side, look from the other. Tap a face, then grade each row.'
              : 'Flashlight hard against one side, look from the other. Tap a face, then grade it.'}
          </Body>
          <GradeStrip
            faces={coil.geometry.faces}
            rows={coil.geometry.rows}
            grades={survey.grades}
            picked={cell}
            onPick={(pick) => {
              setCell(pick);
              setMoved(true);
            }}
          />
          {asked && nothing ? <Banner tone="stop">Grade at least one face before going on.</Banner> : null}
        </Part>
        <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
          {before ? (
            <Companion
              title="As last time"
              onPress={() => keep({ ...survey, grades: before.grades })}
              disabled={closed}
              testID="as-last-time"
            />
          ) : null}
          <Companion
            title={alike ? 'Grade face by face' : 'All faces alike'}
            onPress={() => setAlike(!alike)}
            disabled={closed}
            testID="all-alike"
          />
        </View>
        {alike ? (
          <Part title={<Heading>All faces and rows</Heading>}>
            <GradePicker of="all faces and rows" value={undefined} onPick={grade} />
          </Part>
        ) : cell && face ? (
          <Part title={<Heading>{cellName(cell)}</Heading>}>
            <GradePicker of={cellName(cell)} value={survey.grades[cell.faceId]?.[cell.row] ?? undefined} onPick={grade} />
          </Part>
        ) : null}
        {!nothing && missing.length > 0 ? (
          <Small ink="inkSoft">{`Still open: ${missing.map(cellName).join('; ')}. Left open, the plan goes by the worst grade given.`}</Small>
        ) : null}
        {closed ? null : (
          <LinkRow
            title={dead ? 'Locked out, zero voltage verified' : 'Lock out before you look inside'}
            under={
              dead
                ? 'A panel or the top may come off; log it in the takedown log'
                : coil.role === 'evaporator'
                  ? 'Coil, pan and wheel are behind a panel: it comes off with the power off'
                  : 'The inner row, base and wires are under the top: it comes off with the power off'
            }
            href={`/visits/${detail.visit.id}/lockout`}
            testID="to-lockout"
          />
        )}
        <SoilAndState coil={coil} survey={survey} set={set} />
        <PhotoPart coilId={coil.id} when="before" />
        <LightCard coilId={coil.id} />
        <QuestionList
          coil={coil}
          configuration={detail.system.configuration}
          hazards={state.story?.value.hazards ?? []}
          answers={survey.answers}
          onChange={(answers) => set({ answers })}
          system={house.units}
          draftKey={`answer.${detail.visit.id}.${coil.id}`}
        />
        <FindingsPart coilId={coil.id} />
        <HowBuilt coil={coil} />
      </Still>
    </VisitScreen>
  );
}
