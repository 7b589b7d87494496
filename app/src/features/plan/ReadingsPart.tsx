import { READING_CHOICES, type ReadingChoice } from '@elm-mist/core/method';
import { useVisit } from '@/data';
import { Heading, OneOf, Part, Small } from '@/ui';

const NAMES: Record<ReadingChoice, string> = { none: 'None', quick: 'Quick', full: 'Full' };
/** What each choice asks for. */
const WORDS: Record<ReadingChoice, string> = {
  none: 'No readings, no run-in. The light test and the grades are the proof.',
  quick: 'Split, and condensing over ambient or amps: before shutdown, and after 5 min running.',
  full: 'The whole set, steady 15 min before and after: it tells what the wash did and what is left.',
};

/** What is read on this visit, in place of the shop's rule: time, run sheet and price follow. */
export function ReadingsPart() {
  const { house, record } = useVisit();
  return (
    <Part title={<Heading>Readings</Heading>}>
      <OneOf
        label="Readings"
        value={house.readings}
        options={READING_CHOICES.map((value) => ({ value, label: NAMES[value] }))}
        onChange={(readings) => void record({ kind: 'readings.chosen', data: { readings } })}
      />
      <Small ink="inkSoft">{WORDS[house.readings]}</Small>
    </Part>
  );
}
