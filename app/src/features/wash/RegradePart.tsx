import type { CoilRecord } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import { regradeDue, regradedSurvey, REGRADE_NAMES } from '@elm-mist/core/run';
import { rowName, withGrade, type FaceGrades, type FaceRow } from '@elm-mist/core/survey';
import { useState } from 'react';
import { View } from 'react-native';
import { useDraft, useVisit } from '@/data';
import { Body, Companion, GradePicker, GradeStrip, Heading, Label, Part, space } from '@/ui';
import { draftPlan } from '../plan/draftPlans';

/** Asks for the grades once more when the coil is open, or its dry dirt is out: one press where they stand, else its plan follows at once. */
export function RegradePart({ coil }: { coil: CoilRecord }) {
  const visit = useVisit();
  const { state, record, detail } = visit;
  const when = regradeDue(state, detail.system.configuration, coil);
  const survey = state.surveys[coil.id];
  const { faces, rows } = coil.geometry;
  const [draft, setDraft, drop] = useDraft<FaceGrades | null>(`regrade.${detail.visit.id}.${coil.id}`, () => null, survey?.eventId ?? '');
  const [cell, setCell] = useState<FaceRow | null>(faces[0] ? { faceId: faces[0].id, row: 0 } : null);
  if (when === null || !survey) return null;
  const keep = (grades: FaceGrades) => {
    const seen = regradedSurvey(survey.value, grades, state.plans[coil.id]?.value.opening);
    const surveys = { ...state.surveys, [coil.id]: { ...survey, value: seen } };
    const { plan } = draftPlan({ ...visit, state: { ...state, surveys } }, coil);
    record(
      { kind: 'coil.regraded', data: { coilId: coil.id, when, grades } },
      // A grading that was taken back left its plan behind: that one goes as well.
      ...(!plan || (seen === survey.value && state.plans[coil.id]?.value.facts?.grade === plan.facts?.grade)
        ? []
        : [{ kind: 'plan.made' as const, data: { coilId: coil.id, plan } }]),
    );
    drop();
  };
  const face = faces.find((row) => row.id === cell?.faceId);
  return (
    <Part title={<Heading>{`Grade it again, ${REGRADE_NAMES[when]}`}</Heading>} testID="regrade">
      <GradeStrip
        faces={faces}
        rows={rows}
        grades={draft ?? survey.value.grades}
        cellHeight={48}
        picked={draft ? cell : null}
        {...(draft ? { onPick: setCell } : {})}
      />
      {draft && cell && face ? (
        <>
          <Label>{[face.name, rowName(rows, cell.row)].filter(Boolean).join(', ')}</Label>
          <GradePicker
            of={`${coilName(coil)}, ${face.name}`}
            value={draft[cell.faceId]?.[cell.row] ?? undefined}
            onPick={(grade) => setDraft(withGrade(draft, cell, grade))}
          />
        </>
      ) : (
        <Body ink="inkSoft">A mat that lifts off in a sheet leaves another coil. The plan follows what is there now.</Body>
      )}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        {draft ? (
          <Companion title="Keep these grades" onPress={() => keep(draft)} wet testID="regrade-keep" />
        ) : (
          <>
            <Companion title="Unchanged" onPress={() => keep(survey.value.grades)} wet testID="regrade-same" />
            <Companion title="It looks different" onPress={() => setDraft(survey.value.grades)} wet testID="regrade-open" />
          </>
        )}
      </View>
    </Part>
  );
}
