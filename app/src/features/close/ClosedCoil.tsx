import { useVisit } from '@/data';
import { Banner, Body, GradeStrip, Heading, Label, Part, Row } from '@/ui';
import { coilName } from '@elm-mist/core/equipment';
import type { CoilBuild } from '@elm-mist/core/method';
import { foundGrades } from '@elm-mist/core/run';
import { gradeFacts, worstOf, type FaceGrades } from '@elm-mist/core/survey';
import { stillOn, washedWith } from '@elm-mist/core/visit';
import { View } from 'react-native';
import { LightCard } from '../light/LightCard';

const worst = (grades: FaceGrades | undefined): string => {
  const grade = worstOf(grades ?? {});
  return grade === null ? 'not graded' : `${grade} ${gradeFacts(grade).name}`;
};

/** One coil as it was found and as it is left. */
export function ClosedCoil({ coil, first }: { coil: CoilBuild; first: boolean }) {
  const { state, shelf } = useVisit();
  const nameOf = (cleanerId: string) => shelf.find((row) => row.id === cleanerId)?.name ?? '';
  const claim = state.story?.value.lastService ?? '';
  const survey = state.surveys[coil.id]?.value;
  const check = state.checks[coil.id]?.value;
  const washed = washedWith(state, coil.id, nameOf);
  const foamOn = stillOn(state, coil.id);
  const aside = state.skipped[coil.id]?.value;
  return (
    <Part first={first} title={<Heading>{coilName(coil)}</Heading>}>
      {aside ? <Body>{`Left out: ${aside}.`}</Body> : null}
      {survey ? (
        <>
          <Label ink="inkSoft">as found</Label>
          <GradeStrip faces={coil.geometry.faces} rows={coil.geometry.rows} grades={foundGrades(state, coil.id)} cellHeight={40} />
        </>
      ) : null}
      {check ? (
        <>
          <Label ink="inkSoft">as left</Label>
          <GradeStrip faces={coil.geometry.faces} rows={coil.geometry.rows} grades={check.gradesAfter} caption={false} cellHeight={40} />
        </>
      ) : null}
      <View>
        <Row
          label="Worst face"
          value={`${worst(survey && foundGrades(state, coil.id))}${check ? `, left at ${worst(check.gradesAfter)}` : ''}`}
        />
        {washed === null ? null : <Row label="Washed with" value={washed} />}
        {claim && survey ? <Row label="Last washed, they say" value={`${claim}; found at ${worst(foundGrades(state, coil.id))}`} /> : null}
        {check?.note ? <Row label="Note" value={check.note} /> : null}
      </View>
      {state.light[coil.id] ? <LightCard coilId={coil.id} own={check ? worstOf(check.gradesAfter) : null} /> : null}
      {foamOn ? <Banner tone="wait">{foamOn}</Banner> : null}
    </Part>
  );
}
