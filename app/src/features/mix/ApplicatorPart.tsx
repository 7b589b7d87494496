import type { MixSheet } from '@elm-mist/core/mix';
import { BAND_WORDS, type Applicator } from '@elm-mist/core/mix';
import { formatRatio, formatVolume } from '@elm-mist/core/units';
import { View } from 'react-native';
import { sharedNow, useVisit, wallClock } from '@/data';
import { AnyOf, Body, Companion, Heading, Label, LinkRow, OneOf, Part, Row, Small, Strong } from '@/ui';
import { MeasurePick, type useMeasure } from './MeasurePick';
import type { MixJob, useSameMix } from './mixJob';

/** What it is mixed in and measured with, for whom else, and what becomes of the rest. */
export function ApplicatorPart({
  job: { plan, cleaner },
  sheet,
  applicator,
  choose,
  picked,
  same,
  also,
  setAlso,
  again,
  printed,
}: {
  job: MixJob;
  sheet: MixSheet | null;
  applicator: Applicator;
  choose: (id: string) => void;
  picked: ReturnType<typeof useMeasure>;
  same: ReturnType<typeof useSameMix>;
  also: string[];
  setAlso: (coilIds: string[]) => void;
  /** Notes as much again; null where nothing was mixed yet. */
  again: (() => void) | null;
  /** Whether there is something to label. */
  printed: boolean;
}) {
  const { applicators, house, detail } = useVisit();
  const { units } = house;
  const packed = cleaner.form !== 'concentrate';
  const chosen = same.filter((row) => also.includes(row.coilId));
  return (
    <Part title={<Heading>{packed ? 'From the shelf' : 'Applicator'}</Heading>}>
      {packed ? null : (
        <>
          <OneOf
            label="Applicator"
            options={applicators.map((row) => ({ value: row.id, label: row.name }))}
            value={applicator.id}
            onChange={choose}
          />
          <MeasurePick picked={picked} system={units} />
        </>
      )}
      {same.length > 0 && !packed ? (
        <Part first title={<Label>Make it also for</Label>}>
          <AnyOf
            label="Make it also for"
            options={same.map((row) => ({ value: row.coilId, label: row.label }))}
            value={also}
            onChange={setAlso}
          />
          {chosen.length > 0 ? (
            <Small ink="inkSoft">Only this coil’s share is noted here. Note the rest at its own visit, and label what you carry.</Small>
          ) : null}
        </Part>
      ) : null}
      {sheet ? (
        <View>
          {packed ? <Row label="Packs to carry" value={String(plan.cans ?? sheet.batch.fillings)} /> : null}
          {!packed && sheet.batch.fillings > 1 ? <Row label="Fillings" value={`${sheet.batch.fillings}, each as drawn`} /> : null}
          {packed ? null : <Row label="After rounding" value={`${formatRatio(sheet.coilSees)} · ${BAND_WORDS[sheet.band]}`} />}
          {packed ? null : (
            <Row label="Label’s chart, light · medium · heavy">
              <Strong>
                {[cleaner.chart.light, cleaner.chart.medium, cleaner.chart.heavy]
                  .map((figure) => (figure === null ? 'none' : formatRatio(figure)))
                  .join(' · ')}
              </Strong>
            </Row>
          )}
          {sheet.batch.leftoverL > 1e-9 && !packed ? (
            <Row label="Left over" value={formatVolume(sheet.batch.leftoverL * (sheet.dialParts + 1), units)} />
          ) : null}
        </View>
      ) : null}
      {again ? <Companion title={packed ? 'Take as much again' : 'Note another batch'} onPress={again} /> : null}
      <Body ink="inkSoft">
        After use run clear water through until it runs clean. Use up what is left where the label allows, or take it back: never into a
        storm drain.
      </Body>
      {sheet && !packed ? (
        <Row
          label="Write on what stays in it"
          value={`${cleaner.name}, ${formatRatio((sheet.coilSees + 1) / (sheet.dialParts + 1) - 1)}, ${wallClock(sharedNow(), 'd MMM yyyy')}`}
        />
      ) : null}
      {printed && !packed ? (
        <LinkRow
          title="Print a label for the bottle"
          under="Product, ratio, date, hazards"
          href={`/visits/${detail.visit.id}/bottle`}
          testID="to-bottle"
        />
      ) : null}
    </Part>
  );
}
