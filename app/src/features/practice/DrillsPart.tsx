import { DRILL_TABLE, drillStandings, READY_RUN } from '@elm-mist/core/trainer';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { crewPracticeQuery, forgetPractice, useMay, usePractice } from '@/data';
import { Act, Banner, Body, Companion, Heading, Label, LinkRow, Part, Row, Small, space } from '@/ui';
import { forgetRuns } from './keptRuns';

/** The way to the drills, with what comes back today. */
export function DrillsStart({ personId }: { personId: string }) {
  const { entries } = usePractice(personId);
  const due = drillStandings(entries, Date.now()).reduce((sum, row) => sum + row.due, 0);
  return (
    <Part first title={<Heading>Ten minutes a day</Heading>}>
      <Body>
        {due > 0
          ? `${due} ${due === 1 ? 'thing comes' : 'things come'} back today.`
          : 'A question a minute, its answer with its reasons. What is missed comes back.'}
      </Body>
      <Act title="Drills" onPress={() => router.push('/practice/drill')} wet testID="practice-drills" />
      <Companion
        title="An exam: every kind, no reasons till the end"
        onPress={() => router.push('/practice/exam')}
        testID="practice-exam"
      />
      <Companion title="Lessons, a drawing each" onPress={() => router.push('/practice/lessons')} testID="practice-lessons" />
      <Companion
        title="A whole visit, with something hidden"
        onPress={() => router.push('/practice/visit')}
        testID="practice-visits-open"
      />
    </Part>
  );
}

/** How one stands with each family of drills. */
export function DrillsPart({ personId }: { personId: string }) {
  const { entries, unsent } = usePractice(personId);
  const [asking, setAsking] = useState(false);
  const [trouble, setTrouble] = useState('');
  const leads = useMay('plan');
  const standings = drillStandings(entries, Date.now());
  const forget = async () => {
    try {
      await forgetPractice(personId);
      forgetRuns(personId);
      setAsking(false);
      setTrouble('');
    } catch {
      setTrouble('The server is away: nothing was let go.');
    }
  };
  return (
    <>
      <Part title={<Heading>Drills, one kind at a time</Heading>}>
        {standings.map(({ family, asked, right, ready, due: back }) => (
          <LinkRow
            key={family}
            title={DRILL_TABLE[family].name}
            under={
              asked > 0 ? `${right} of ${asked} right this month${back > 0 ? `, ${back} back today` : ''}` : DRILL_TABLE[family].teaches
            }
            right={ready ? `${READY_RUN} in a row` : undefined}
            href={`/practice/drill?family=${family}`}
            testID={`drills-${family}`}
          />
        ))}
      </Part>
      {leads ? <CrewPart /> : null}
      <Part title={<Heading>Yours alone</Heading>}>
        <Small ink="inkSoft">
          {`${entries.length} ${entries.length === 1 ? 'answer is' : 'answers are'} kept${unsent.length > 0 ? `, ${unsent.length} not yet sent` : ''}. Who leads the shop sees by family how many were right, and no single answer. They go out with the whole shop’s file. Washes on this device and whole visits are kept for you too.`}
        </Small>
        {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
        {asking ? (
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title="Let all of it go" onPress={() => void forget()} danger testID="practice-forget" />
            <Companion title="Keep it" onPress={() => setAsking(false)} />
          </View>
        ) : (
          <Companion title="Forget all that I practised" onPress={() => setAsking(true)} testID="practice-forget-ask" />
        )}
      </Part>
    </>
  );
}

/** Who is ready for what, for who leads the shop. */
function CrewPart() {
  const { data, isError } = useQuery(crewPracticeQuery);
  if (!data) return isError ? <Small ink="inkSoft">How the crew stands is not known while the server is away.</Small> : null;
  return (
    <Part title={<Heading>Who is ready for what</Heading>} testID="practice-crew">
      {data.map(({ personId, name, families, visits, real }) => {
        const done = families.filter(({ asked }) => asked > 0);
        return (
          <View key={personId} style={{ gap: space.xs }}>
            <Label>{name}</Label>
            {done.length === 0 && visits.done === 0 && !real?.length ? <Small ink="inkSoft">Nothing this month.</Small> : null}
            {visits.done > 0 ? (
              <Row label="Whole visits" value={`${visits.done} this month, ${visits.safe} with nothing against safety`} />
            ) : null}
            {real?.map((row) => (
              <Row key={row.family} label={`${DRILL_TABLE[row.family].name}, on visits`} value={`${row.well} of ${row.done} this month`} />
            ))}
            {done.map(({ family, asked, right, ready }) => (
              <Row
                key={family}
                label={DRILL_TABLE[family].name}
                value={`${right} of ${asked} this month${ready ? `, the last ${READY_RUN} right` : ''}`}
              />
            ))}
          </View>
        );
      })}
    </Part>
  );
}
