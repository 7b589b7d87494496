import { router, useLocalSearchParams } from 'expo-router';
import type { ComponentType } from 'react';
import { OneOf, Part, Screen, ScreenHead } from '@/ui';
import { BatchBench } from './BatchBench';
import { CalculatorPart } from './CalculatorPart';
import { CalibrateBench } from './CalibrateBench';
import { CALCULATORS } from './calculators';
import { FixBench } from './FixBench';
import { PourBench } from './PourBench';
import { ReadingsBench } from './ReadingsBench';

const BENCH: readonly { id: string; name: string; Part: ComponentType }[] = [
  { id: 'pour', name: 'Pour', Part: PourBench },
  { id: 'fix', name: 'Fix a mix', Part: FixBench },
  { id: 'batch', name: 'Day’s batch', Part: BatchBench },
  ...CALCULATORS.map((calculator) => ({
    id: calculator.id,
    name: calculator.name,
    Part: () => <CalculatorPart calculator={calculator} />,
  })),
  { id: 'calibrate', name: 'Calibrate', Part: CalibrateBench },
  { id: 'readings', name: 'Readings', Part: ReadingsBench },
];

/** Every calculator stand-alone. What was typed stays on the device. */
export function BenchScreen() {
  const { calculator } = useLocalSearchParams<{ calculator?: string }>();
  const shown = BENCH.find((row) => row.id === calculator) ?? BENCH[0];
  if (!shown) return null;
  return (
    <Screen head={<ScreenHead title="Bench" under="The arithmetic on its own, no visit needed" />} testID="bench">
      <OneOf
        label="Calculators"
        value={shown.id}
        onChange={(id) => router.setParams({ calculator: id })}
        options={BENCH.map((row) => ({ value: row.id, label: row.name }))}
      />
      <Part key={shown.id}>
        <shown.Part />
      </Part>
    </Screen>
  );
}
