import { EDGES, formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { View } from 'react-native';
import { Figure, Label, space } from '@/ui';
import type { PracticeSeen } from '@/workers/practiceOf';

export const clockText = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** What the wash has come to, in a line: always with the same names, so that one thumb finds them. */
export function FigureLine({ seen, units }: { seen: PracticeSeen; units: UnitSystem }) {
  const head = EDGES.pressure.fromSi(seen.headKPa, units);
  const figures: [string, string][] = [
    ['light', `${Math.round(seen.lightPct)} %`],
    ['bent fins', `${seen.bentPct.toFixed(1)} %`],
    ['water', formatVolume(seen.waterL, units)],
    ...(seen.pan
      ? [['pan', `${Math.round((seen.pan.litres / seen.pan.holds) * 100)} %`] as [string, string]]
      : [['head', `${Math.round(head)} ${EDGES.pressure.unit[units]}`] as [string, string]]),
    ['clock', clockText(seen.seconds)],
  ];
  return (
    <View style={{ flexDirection: 'row', justifyContent: 'space-between', flexWrap: 'wrap', gap: space.s }} testID="practice-figures">
      {figures.map(([name, value]) => (
        <View key={name}>
          <Label ink="inkSoft">{name}</Label>
          <Figure>{value}</Figure>
        </View>
      ))}
    </View>
  );
}
