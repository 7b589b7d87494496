import { readingText } from '@elm-mist/core/airside';
import { QUANTITIES, type QuantityId, type Steadiness } from '@elm-mist/core/readings';
import type { UnitSystem } from '@elm-mist/core/units';
import { lazy, Suspense, useState } from 'react';
import { View } from 'react-native';
import { Companion, Label, OneOf, ProbeRow, Small, space } from '@/ui';
import type { LiveProbe } from './probes';

const RunChart = lazy(() => import('./RunChart'));

const WHY_WORDS: Record<NonNullable<Steadiness['why']>, string> = {
  short: 'too short a run',
  moving: 'still moving',
  jumping: 'jumping about',
  frozen: 'frozen: it never changes, and is not held',
};

/** Each probe with what it reads and whether it has come to rest; pressed, it is left off. One run at a time can be looked at as a line. */
export function ProbeList({ probes, wear, units }: { probes: readonly LiveProbe[]; wear: (id: QuantityId) => void; units: UnitSystem }) {
  const [shown, show] = useState<QuantityId | null>(null);
  const worn = probes.filter((probe) => !probe.off);
  const restless = worn.filter((probe) => !probe.at.steady).length;
  const chart = probes.find((probe) => probe.id === shown);
  return (
    <>
      {worn.length > 0 ? (
        <Small>
          {restless === 0
            ? 'All steady over three minutes.'
            : `${restless} of ${worn.length} not steady yet. Held now, they are marked too early and not compared.`}
        </Small>
      ) : null}
      <View testID="kit-list">
        {probes.map(({ id, at, last, off }) => (
          <ProbeRow
            key={id}
            name={QUANTITIES[id].name}
            state={off ? 'left off' : at.why ? WHY_WORDS[at.why] : 'steady'}
            steady={!off && at.steady}
            value={off ? '' : readingText(id, last.value, units)}
            worn={!off}
            onPress={() => wear(id)}
          />
        ))}
      </View>
      {probes.length === 0 ? null : shown === null ? (
        <Companion title="See a run as a line" onPress={() => show(probes[0]?.id ?? null)} testID="see-run" />
      ) : (
        <View style={{ gap: space.s }}>
          <Label ink="inkSoft">The run of</Label>
          <OneOf
            label="The run of"
            value={shown}
            onChange={show}
            options={probes.map(({ id }) => ({ value: id, label: QUANTITIES[id].name }))}
          />
          {chart ? (
            <Suspense fallback={<View style={{ height: 190 }} />}>
              <RunChart probe={chart} units={units} state={chart.at.why ? WHY_WORDS[chart.at.why] : 'steady'} />
            </Suspense>
          ) : null}
          <Companion title="Put the line away" onPress={() => show(null)} />
        </View>
      )}
    </>
  );
}
