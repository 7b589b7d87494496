import { judgeAsFound, QUANTITIES, readingText, type QuantityId, type Reading, type ReadingWhen, type Steadiness } from '@elm-mist/core';
import { useEffect, type RefObject } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Banner, Companion, Heading, Part, ProbeRow, Small } from '@/ui';
import { useKit } from './useKit';

const WHY_WORDS: Record<NonNullable<Steadiness['why']>, string> = {
  short: 'too short a run',
  moving: 'still moving',
  jumping: 'jumping about',
  frozen: 'frozen: it never changes, and is not held',
};

/**
 * The simulated kit: each probe with what it reads and whether it has come to rest. It draws itself anew once a second, and nothing else of the page: the
 * page hears only how many readings could be held.
 */
export function KitPart({
  when,
  may,
  latest,
  counted,
}: {
  when: ReadingWhen;
  /** Whether who holds the phone may take it. */
  may: (id: QuantityId) => boolean;
  /** What would be held now. */
  latest: RefObject<Reading[]>;
  /** How many that are; none while the kit is off. */
  counted: (count: number) => void;
}) {
  const { house, state, detail } = useVisit();
  const unknown = (state.identity?.value.refrigerant ?? detail.system.refrigerant) === 'unknown';
  const found = state.story?.value.asFound;
  const still = when === 'before' && found !== undefined && judgeAsFound(found).why !== null;
  const kit = useKit(when, may);
  const count = kit.on ? kit.readings.length : 0;
  useEffect(() => {
    latest.current = kit.readings;
  });
  useEffect(() => counted(count), [counted, count]);
  if (!kit.on)
    return (
      <Part first title={<Heading>Probes</Heading>}>
        <Small ink="inkSoft">A simulated kit stands in for wireless probes. What it reads is marked simulated wherever it goes.</Small>
        {still ? (
          <Small>As found it does not run: a kit has nothing to read before that is mended.</Small>
        ) : unknown ? (
          <Small>It stands on a model of the unit: note the refrigerant from the plate first, under Look.</Small>
        ) : (
          <Companion title="Start the simulated kit" onPress={() => kit.turn(true)} testID="kit-start" />
        )}
      </Part>
    );
  const worn = kit.probes.filter((probe) => !probe.off);
  const restless = worn.filter((probe) => !probe.at.steady).length;
  return (
    <Part first title={<Heading>Simulated kit</Heading>}>
      {kit.state === 'connecting' ? <Small ink="inkSoft">Connecting.</Small> : null}
      {kit.state === 'lost' ? (
        <Banner tone="wait">The kit is out of reach. It tells what it kept once it is back; readings can be typed.</Banner>
      ) : null}
      {worn.length > 0 ? (
        <Small>
          {restless === 0
            ? 'All steady over three minutes.'
            : `${restless} of ${worn.length} not steady yet. Held now, they are marked too early and not compared.`}
        </Small>
      ) : null}
      <View testID="kit-list">
        {kit.probes.map(({ id, at, last, off }) => (
          <ProbeRow
            key={id}
            name={QUANTITIES[id].name}
            state={off ? 'left off' : at.why ? WHY_WORDS[at.why] : 'steady'}
            steady={!off && at.steady}
            value={off ? '' : readingText(id, last.value, house.units)}
            worn={!off}
            onPress={() => kit.wear(id)}
          />
        ))}
      </View>
      <Companion title="Stop the kit" onPress={() => kit.turn(false)} />
    </Part>
  );
}
