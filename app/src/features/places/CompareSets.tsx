import type { PastVisit, VisitDetail } from '@elm-mist/contract';
import { otherSerial } from '@elm-mist/core/equipment';
import { settingOf, sharedSetting } from '@elm-mist/core/judgment';
import { readingSet, type ReadingWhen } from '@elm-mist/core/readings';
import { foldVisit, type VisitState } from '@elm-mist/core/run';
import { beforeAfter } from '@elm-mist/core/verdict';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useMemo, useState } from 'react';
import { systemQuery, useHouseRules, visitQuery } from '@/data';
import { Body, Companion, Empty, Heading, OneOf, Part, Screen, ScreenHead, Small, ThumbBar, Waiting } from '@/ui';
import { ComparedRow } from '../readings/ComparedRow';
import { NotOpened } from '../shared/NotOpened';
import { shortDay } from '../shared/words';

const SIDE: Record<ReadingWhen, string> = { before: 'as found', after: 'as left' };
const WHOLE = {
  better: 'The later one is better.',
  same: 'No change that these readings can show.',
  worse: 'The later one is worse.',
  open: 'Not comparable.',
} as const;

/** Sets that are offered before all are asked for. */
const FEW = 8;

/** Sets of readings of a system, oldest first, by visit and side. */
const setsOf = (history: readonly PastVisit[]) =>
  [...history]
    .reverse()
    .flatMap((visit) =>
      (['before', 'after'] as const)
        .filter((when) => Object.keys(visit.figures[when]).length > 0)
        .map((when) => ({ value: `${visit.id}.${when}`, label: `${shortDay(visit.day)}, ${SIDE[when]}` })),
    );

/** Two sets of readings of one system, of any two visits, held against each other as before and after a wash are. */
export function CompareSets() {
  const { systemId, first, second } = useLocalSearchParams<{ systemId: string; first?: string; second?: string }>();
  const answer = useQuery(systemQuery(systemId));
  const { units } = useHouseRules();
  const sets = answer.data ? setsOf(answer.data.history) : [];
  const [all, setAll] = useState(false);
  const known = (value: string | undefined, other: number) => sets.find((row) => row.value === value)?.value ?? sets.at(other)?.value ?? '';
  const [one, two] = [known(first, -2), known(second, -1)];
  const offered = all ? sets : sets.filter((row, i) => i >= sets.length - FEW || row.value === one || row.value === two);
  const [oneVisit = '', twoVisit = ''] = [one, two].map((value) => value.slice(0, value.lastIndexOf('.')));
  const a = useQuery({ ...visitQuery(oneVisit), enabled: oneVisit !== '' });
  const b = useQuery({ ...visitQuery(twoVisit), enabled: twoVisit !== '' });
  const compared = useMemo(() => {
    if (!a.data || !b.data || one === two) return null;
    const side = (detail: VisitDetail, value: string) => {
      const state = foldVisit(detail.visit.id, detail.system.configuration, detail.events);
      return { state, set: readingSet(state, value.endsWith('.after') ? 'after' : 'before') };
    };
    const [earlier, later] = [side(a.data, one), side(b.data, two)];
    const { system, place } = b.data;
    const plate = ({ state }: { state: VisitState }) => settingOf(state, { ...system, altitudeM: place.altitudeM });
    const serial = ({ state }: { state: VisitState }) => state.identity?.value.serial ?? '';
    const setting = otherSerial(serial(earlier), serial(later)) ? null : sharedSetting(plate(earlier), plate(later));
    return setting ? beforeAfter(earlier.set, later.set, setting) : 'another machine';
  }, [a.data, b.data, one, two]);
  const failed = [answer, a, b].find((row) => row.isError && !row.data);
  const head = (
    <ScreenHead title={answer.data ? `${answer.data.place.name} · ${answer.data.system.name}` : 'System'} under="Two sets of readings" />
  );
  const foot = (
    <ThumbBar>
      <Companion title="Back to the system" onPress={() => router.navigate(`/systems/${systemId}`)} />
    </ThumbBar>
  );
  if (failed)
    return (
      <Screen head={head} foot={foot}>
        <NotOpened what="visit" error={failed.error} retry={() => void failed.refetch()} />
      </Screen>
    );
  if (!answer.data)
    return (
      <Screen head={head} foot={foot}>
        <Waiting what="the system" lines={8} />
      </Screen>
    );
  if (sets.length < 2)
    return (
      <Screen head={head} foot={foot}>
        <Empty title="Not two sets yet">Two sets of readings of this system, of one visit or of two, can be set side by side.</Empty>
      </Screen>
    );
  return (
    <Screen head={head} foot={foot} testID="compare-sets">
      <Part first title={<Heading>The earlier</Heading>}>
        <OneOf label="The earlier set" value={one} onChange={(value) => router.setParams({ first: value })} options={offered} />
      </Part>
      <Part title={<Heading>The later</Heading>}>
        <OneOf label="The later set" value={two} onChange={(value) => router.setParams({ second: value })} options={offered} />
      </Part>
      {offered.length < sets.length ? <Companion title={`All ${sets.length} sets`} onPress={() => setAll(true)} /> : null}
      {one === two ? (
        <Part title={<Heading>The same set twice</Heading>}>
          <Body>Pick another for one of the two.</Body>
        </Part>
      ) : compared === 'another machine' ? (
        <Part title={<Heading>Not comparable.</Heading>}>
          <Body>
            The two plates tell of two machines: another serial number, another refrigerant, or metered another way. Put right on the visit
            what was misread.
          </Body>
        </Part>
      ) : compared ? (
        <Part title={<Heading>{WHOLE[compared.whole]}</Heading>}>
          <Small ink="inkSoft">{compared.why}</Small>
          {compared.lines.map((row) => (
            <ComparedRow key={row.sign} row={row} units={units} by="Between the two" />
          ))}
          {compared.lines.length === 0 ? <Body>Nothing was read in both.</Body> : null}
        </Part>
      ) : (
        <Waiting what="the readings" lines={6} />
      )}
    </Screen>
  );
}
