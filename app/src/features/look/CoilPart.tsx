import type { CoilRecord } from '@elm-mist/contract';
import { nextToGrade, soilsFor, startSurvey } from '@elm-mist/core/survey';
import { CONSTRUCTION_TABLE, coilName } from '@elm-mist/core/equipment';
import {
  completeSurvey,
  rowName,
  SOIL_TABLE,
  ungraded,
  withGrade,
  worstOf,
  type CoilSurvey,
  type FaceRow,
  type Grade,
} from '@elm-mist/core/survey';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useDraft, useVisit } from '@/data';
import {
  Act,
  AnyOf,
  Banner,
  Body,
  Companion,
  Field,
  GradePicker,
  GradeStrip,
  Heading,
  Label,
  LinkRow,
  OneOf,
  Part,
  Small,
  space,
  Still,
  ThumbBar,
  Tick,
  useStill,
} from '@/ui';
import { coilShort } from '../shared/words';
import { FindingsPart } from '../findings/FindingsPart';
import { LightCard } from '../light/LightCard';
import { PhotoPart } from '../photos/PhotoPart';
import { ClosedNote, goTo, VisitScreen } from '../visit/VisitScreen';
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
  const { detail, state, record, allCoils, house } = useVisit();
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
  const [reason, setReason] = useState('');
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
  const save = () => {
    if (nothing) {
      setAsked(true);
      return;
    }
    hold();
    if (record({ kind: 'coil.surveyed', data: { coilId: coil.id, survey } })) {
      drop();
      if (next) show(next);
      else goTo(detail.visit.id, 'plan');
    }
  };
  const putAside = () => {
    if (reason.trim() !== '' && record({ kind: 'coil.skipped', data: { coilId: coil.id, reason: reason.trim() } })) {
      setSetAside(false);
      if (next) show(next);
      else goTo(detail.visit.id, 'plan');
    }
  };
  const nextCoil = allCoils.find((row) => row.id === next);
  const soils = soilsFor(coil.role);
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
          <Act title={act} onPress={() => (closed ? (next ? show(next) : goTo(detail.visit.id, 'plan')) : save())} testID="look-next" />
        </ThumbBar>
      }
    >
      <Still held={held}>
        {tabs}
        <ClosedNote />
        {older ? (
          <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
            This coil was noted anew since you began here: that is shown. What you had begun is kept.
          </Banner>
        ) : null}
        {setAside ? (
          <Part first title={<Heading>Leave this coil for another day</Heading>}>
            <Field label="Why" value={reason} onChange={setReason} help="It stands in the record" />
            <Companion title="Leave it out of this visit" onPress={() => putAside()} disabled={reason.trim() === ''} />
          </Part>
        ) : null}
        {aside ? <Banner tone="info">{`Left out of this visit: ${aside.value}. Grade it to take it in again.`}</Banner> : null}
        <Part first title={<Heading>How much light comes through?</Heading>}>
          <Body ink="inkSoft">
            {coil.geometry.rows > 1
              ? 'Torch hard against one side, look from the other. Tap a face, then grade each row.'
              : 'Torch hard against one side, look from the other. Tap a face, then grade it.'}
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
        <Part title={<Heading>What is on it</Heading>}>
          <AnyOf
            label="Soil"
            options={soils.map((soil) => ({ value: soil, label: SOIL_TABLE[soil].name }))}
            value={survey.soils}
            onChange={(value) => set({ soils: value })}
          />
        </Part>
        <Part title={<Heading>State of the coil</Heading>}>
          <Label>Corrosion</Label>
          <OneOf
            label="Corrosion"
            options={[
              { value: 'none' as const, label: 'None' },
              { value: 'some' as const, label: 'Some' },
              { value: 'severe' as const, label: 'Fins crumble' },
            ]}
            value={survey.corrosion}
            onChange={(corrosion) => set({ corrosion })}
          />
          <Tick label="Oil stain, it may leak" value={survey.leakSuspected} onChange={(leakSuspected) => set({ leakSuspected })} danger />
          <Tick label="Ice on the coil" value={survey.iced} onChange={(iced) => set({ iced })} danger />
          {coil.geometry.rows > 1 ? (
            <Tick
              label="A mat can be seen between the rows"
              value={survey.matBetweenRows}
              onChange={(matBetweenRows) => set({ matBetweenRows })}
            />
          ) : null}
          <Tick
            label="Weak cooling or long runs were complained of"
            help="A face that passes the eye can still be blocked inside"
            value={survey.coolingSymptom}
            onChange={(coolingSymptom) => set({ coolingSymptom })}
          />
          <Field label="Note" value={survey.note} onChange={(note) => set({ note })} multiline />
        </Part>
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
        <Part title={<Heading>How it is built</Heading>}>
          <Body>{`${CONSTRUCTION_TABLE[coil.construction].name}: ${CONSTRUCTION_TABLE[coil.construction].howToKnow.toLowerCase()}.`}</Body>
          <Small ink="inkSoft">{CONSTRUCTION_TABLE[coil.construction].handling}</Small>
          <LinkRow
            title="It is built otherwise"
            under="What you have graded stays"
            href={`/systems/${coil.systemId}/coil?coilId=${coil.id}`}
          />
        </Part>
      </Still>
    </VisitScreen>
  );
}
