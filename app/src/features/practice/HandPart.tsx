import { NOZZLES, PRACTICE_SHELF, PRACTICE_TOOLS, type PracticeTool } from '@elm-mist/core/trainer';
import { EDGES, type UnitSystem } from '@elm-mist/core/units';
import { View } from 'react-native';
import { Label, OneOf, space } from '@/ui';
import type { Hand } from './hand';

const TOOL_NAMES: Record<PracticeTool, string> = {
  vacuum: 'Vacuum',
  brush: 'Brush',
  blower: 'Blower',
  foam: 'Foam',
  mist: 'Mist',
  rinse: 'Rinse',
};
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const DISTANCES = [0.05, 0.1, 0.3] as const;
const ANGLES = [0, 30, 45, 60] as const;
const TURNS = [
  { value: 0, label: 'Along the fins' },
  { value: 45, label: 'Across them' },
] as const;
const STEPS = [
  { value: 'light' as const, label: 'Light mix' },
  { value: 'medium' as const, label: 'Medium' },
  { value: 'heavy' as const, label: 'Heavy' },
];

/** What is in the hand and how it is held; only what this tool asks. */
export function HandPart({ hand, set, units }: { hand: Hand; set: (hand: Hand) => void; units: UnitSystem }) {
  const change = (part: Partial<Hand>) => set({ ...hand, ...part });
  const { length } = EDGES;
  const distance = (metres: number) => `${length.fromSi(metres, units).toFixed(0)} ${length.unit[units]}`;
  return (
    <View style={{ gap: space.s }}>
      <OneOf
        label="Tool"
        options={PRACTICE_TOOLS.map((value) => ({ value, label: TOOL_NAMES[value] }))}
        value={hand.tool}
        onChange={(tool) => change({ tool })}
        testID="practice-tool"
      />
      <OneOf
        label="Side"
        options={[
          { value: 'outside' as const, label: 'From outside' },
          { value: 'inside' as const, label: 'From inside' },
        ]}
        value={hand.side}
        onChange={(side) => change({ side })}
        testID="practice-side"
      />
      {hand.tool === 'rinse' ? (
        <>
          <Label>Water from</Label>
          <OneOf
            label="Water from"
            options={NOZZLES.map(({ name }, value) => ({ value, label: capital(name) }))}
            value={hand.nozzle}
            onChange={(nozzle) => change({ nozzle })}
            testID="practice-nozzle"
          />
          <Label>How near, and how far down it points</Label>
          <OneOf
            label="Distance"
            options={DISTANCES.map((value) => ({ value, label: distance(value) }))}
            value={hand.distanceM}
            onChange={(distanceM) => change({ distanceM })}
          />
          <OneOf
            label="Down from level"
            options={ANGLES.map((value) => ({ value, label: value === 0 ? 'Level' : `${value}° down` }))}
            value={hand.downDeg}
            onChange={(downDeg) => change({ downDeg })}
          />
        </>
      ) : null}
      {hand.tool === 'rinse' || hand.tool === 'brush' ? (
        <OneOf label="Along or across" options={TURNS} value={hand.acrossDeg} onChange={(acrossDeg) => change({ acrossDeg })} />
      ) : null}
      {hand.tool === 'foam' ? (
        <>
          <Label>Cleaner and mix</Label>
          <OneOf
            label="Cleaner"
            options={PRACTICE_SHELF.map(({ id, name }) => ({ value: id, label: name }))}
            value={hand.cleaner}
            onChange={(cleaner) => change({ cleaner })}
            testID="practice-cleaner"
          />
          <OneOf label="Mix" options={STEPS} value={hand.step} onChange={(step) => change({ step })} />
        </>
      ) : null}
    </View>
  );
}
