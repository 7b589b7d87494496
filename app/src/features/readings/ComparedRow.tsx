import { doubtText } from '@elm-mist/core/airside';
import { EDGES, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { type ComparedLine, LINE_WORDS } from '@elm-mist/core/verdict';
import { View } from 'react-native';
import { Body, line, Small, space, Strong, useTokens } from '@/ui';

/** One figure of two sets: what it was, what it is, and what of the change is not the weather's. @param by what changed it, as a sentence begins */
export function ComparedRow({ row, units, by = 'By the wash' }: { row: ComparedLine; units: UnitSystem; by?: string }) {
  const tokens = useTokens();
  const { fromSi, digits, unit } = EDGES[row.edge];
  const show = (value: number) => trimDecimals(fromSi(value, units), Math.max(digits[units], row.edge === 'temperature' ? 1 : 0));
  const edge = row.edge === 'temperature' ? 'difference' : row.edge;
  const decides = row.verdict === 'better' || row.verdict === 'worse' || row.verdict === 'same';
  const byAir =
    Math.abs(row.byAir) > 1e-9 ? ` The air alone: ${doubtText({ value: row.byAir, u: Math.abs(row.byAir) / 8 }, edge, units)}.` : '';
  return (
    <View
      style={{ gap: space.xs, paddingVertical: space.s, borderBottomWidth: line.thin, borderBottomColor: tokens.rule }}
      testID={`line-${row.sign}`}
    >
      <View style={{ flexDirection: 'row', gap: space.m, alignItems: 'flex-start' }}>
        <View style={{ flex: 1 }}>
          <Body>{row.name}</Body>
          {row.verdict === 'explained' ? null : (
            <Strong ink={row.verdict === 'better' ? 'elm' : row.verdict === 'worse' ? 'brick' : 'ink'}>{LINE_WORDS[row.verdict]}</Strong>
          )}
        </View>
        <Strong>{`${show(row.before.value)} to ${show(row.after.value)} ${unit[units]}`}</Strong>
      </View>
      <Small ink="inkSoft">{decides ? `${by}: ${doubtText(row.effect, edge, units)}.${byAir} ${row.why}` : row.why}</Small>
    </View>
  );
}
