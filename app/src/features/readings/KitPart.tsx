import { KIT_WRONG_IDS, KIT_WRONGS } from '@elm-mist/core/cycle';
import type { QuantityId, Reading, ReadingWhen } from '@elm-mist/core/readings';
import { judgeAsFound } from '@elm-mist/core/survey';
import { useEffect, useState, type RefObject } from 'react';
import { useVisit } from '@/data';
import { Banner, Companion, Heading, OneOf, Part, Small } from '@/ui';
import { ProbeList } from './ProbeList';
import { useKit } from './useKit';

/**
 * The simulated kit: each probe with what it reads and whether it has come to rest. It draws itself again once a second, and nothing else of the page: the
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
  const [wrongs, setWrongs] = useState(false);
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
  return (
    <Part first title={<Heading>Simulated kit</Heading>}>
      {kit.state === 'connecting' ? <Small ink="inkSoft">Connecting.</Small> : null}
      {kit.state === 'lost' ? (
        <Banner tone="wait">The kit is out of reach. It tells what it kept once it is back; readings can be typed.</Banner>
      ) : null}
      <ProbeList probes={kit.probes} wear={kit.wear} units={house.units} />
      {kit.wrong === 'none' ? null : <Banner tone="wait">{`Wrong on purpose: ${KIT_WRONGS[kit.wrong].name.toLowerCase()}.`}</Banner>}
      {wrongs ? (
        <OneOf
          label="What is wrong with the kit"
          value={kit.wrong}
          onChange={kit.putWrong}
          options={KIT_WRONG_IDS.map((id) => ({ value: id, label: KIT_WRONGS[id].name }))}
        />
      ) : (
        <Companion title="Put a probe wrong on purpose" onPress={() => setWrongs(true)} testID="kit-wrong" />
      )}
      <Companion title="Stop the kit" onPress={() => kit.turn(false)} />
    </Part>
  );
}
