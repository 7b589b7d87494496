import { arithmetic, type Because } from '@elm-mist/core/because';
import { CoreError } from '@elm-mist/core/errors';
import {
  concentrateFraction,
  formatMeasured,
  parseRatio,
  pourAmounts,
  strengthReadings,
  waterMeasure,
  type CountsAgainst,
  type Pour,
  type RatioReading,
  type Measure,
} from '@elm-mist/core/mix';
import { formatRatio, parseVolume, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useDraft, useHouseRules } from '@/data';
import { Banner, Body, Companion, Field, Gauge, Jug, Row, space, Why } from '@/ui';
import { MeasurePick, useMeasure } from '../mix/MeasurePick';
import { TwoReadings } from '../shared/TwoReadings';

interface Draft {
  ratio: string;
  total: string;
  against: CountsAgainst | null;
}

const START: Record<UnitSystem, Draft> = {
  us: { ratio: '4:1', total: '1 gal', against: null },
  si: { ratio: '4:1', total: '4 L', against: null },
};

interface Poured {
  reading: RatioReading;
  pour: Pour;
  waterIn: Measure;
  totalL: number;
}
type Answer = { poured: Poured } | { readings: RatioReading[] } | { field: string; message: string };

function work(draft: Draft, system: UnitSystem, concentrateIn: Measure): Answer {
  try {
    const readings = strengthReadings(draft.ratio, 'ratio');
    if (readings.length > 1 && draft.against === null) return { readings };
    const reading = parseRatio(draft.ratio, 'ratio', draft.against);
    const totalL = parseVolume(draft.total, system === 'us' ? 'floz' : 'mL', 'total');
    const waterIn = waterMeasure((totalL * reading.waterParts) / (reading.waterParts + 1), system);
    return {
      poured: {
        reading,
        totalL,
        waterIn,
        pour: pourAmounts({ waterParts: reading.waterParts, totalL, system, concentrateIn, waterIn, capacityL: totalL }),
      },
    };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { field: error.field === 'totalL' ? 'total' : error.field, message: error.message };
  }
}

const becauseOf = ({ reading, pour, totalL }: Poured): Because => ({
  id: 'bench-pour',
  title: 'What to pour',
  result: { label: 'Concentrate', quantity: { kind: 'volume', litres: pour.concentrateL } },
  inputs: [
    { label: 'Read as', text: reading.readAs },
    { label: 'Wanted', quantity: { kind: 'volume', litres: totalL } },
    { label: 'Exactly', quantity: { kind: 'volume', litres: totalL / (reading.waterParts + 1) } },
  ],
  rules: [
    { id: 'mix.parts', because: 'Concentrate is the total divided by parts of water plus one.', source: arithmetic },
    {
      id: 'mix.marks',
      because: 'Both amounts are put on marks a jug has, as near to the strength as such marks allow.',
      source: arithmetic,
    },
  ],
  changes: ['One measure topped up to four is 3 : 1, not 4 : 1.'],
});

/** A strength as the label prints it, and how much to make: what to pour, on a jug. */
export function PourBench() {
  const { units } = useHouseRules();
  const [draft, keep] = useDraft<Draft>(`bench.pour.${units}`, () => START[units]);
  const picked = useMeasure(units);
  const answer = work(draft, units, picked.measure);
  const errorOf = (field: keyof Draft) => ('field' in answer && answer.field === field ? answer.message : undefined);
  const poured = 'poured' in answer ? answer.poured : null;
  return (
    <View style={{ gap: space.m, maxWidth: 620 }}>
      <Body ink="inkSoft">What to pour for a strength and a total.</Body>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <Field
          label="Strength"
          value={draft.ratio}
          onChange={(ratio) => keep({ ...draft, ratio, against: null })}
          error={errorOf('ratio')}
          help="4:1, 1 in 5, 20 %, 16 oz per gallon"
          grow
          testID="bench-ratio"
        />
        <Field
          label="Make"
          value={draft.total}
          onChange={(total) => keep({ ...draft, total })}
          error={errorOf('total')}
          help="gal, qt, cup, fl oz, L, mL"
          grow
          testID="bench-total"
        />
      </View>
      {'readings' in answer ? (
        <TwoReadings text={draft.ratio} readings={answer.readings} system={units} onPick={(against) => keep({ ...draft, against })} />
      ) : null}
      {poured ? (
        <View style={{ gap: space.m }} testID="bench-result">
          {poured.reading.against ? (
            <Banner tone="info" right={<Companion title="Change" onPress={() => keep({ ...draft, against: null })} />}>
              {`Counted on the ${poured.reading.against}: ${poured.reading.readAs}.`}
            </Banner>
          ) : null}
          <Jug
            shape="bucket"
            capacityL={poured.pour.totalL * 1.15}
            layers={[
              ...(poured.pour.waterL > 0 ? [{ what: 'water' as const, litres: poured.pour.waterL, words: '1  water first, up to' }] : []),
              {
                what: 'concentrate' as const,
                litres: poured.pour.concentrateL,
                words: poured.pour.waterL > 0 ? '2  concentrate, up to' : 'straight concentrate',
              },
            ]}
            system={units}
            amounts={(layer) => (
              <Why because={becauseOf(poured)} about={layer.what}>
                <Gauge>{formatMeasured(layer.litres, layer.what === 'water' ? poured.waterIn : picked.measure)}</Gauge>
              </Why>
            )}
          />
          <View>
            <Row
              label="That is"
              value={`1 in ${trimDecimals(poured.reading.waterParts + 1, 2)} · ${trimDecimals(concentrateFraction(poured.reading.waterParts) * 100, 1)} %`}
            />
            <Row label="After rounding" value={formatRatio(poured.pour.waterParts)} />
          </View>
        </View>
      ) : null}
      <MeasurePick picked={picked} system={units} />
    </View>
  );
}
