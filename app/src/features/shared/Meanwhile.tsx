import type { ChangedMeanwhile } from '@elm-mist/contract';
import { View } from 'react-native';
import { Banner, Companion, Heading, Part, Small, space, Strong } from '@/ui';

const shown = (value: unknown): string =>
  value === null || value === undefined || value === '' ? 'nothing' : typeof value === 'string' ? value : JSON.stringify(value);

/**
 * The same fields changed by two people: what it is now and what was to be put in, side by side. What is there now stands first, and nothing is
 * dropped before it is chosen.
 */
export function Meanwhile({
  fields,
  names,
  onTheirs,
  onMine,
}: {
  fields: ChangedMeanwhile['fields'];
  /** What each field is called. */
  names: Readonly<Record<string, string>>;
  onTheirs: () => void;
  onMine: () => void;
}) {
  return (
    <Part first title={<Heading>Changed by somebody else meanwhile</Heading>} testID="meanwhile">
      <Banner tone="wait">Nothing of either was lost. Look at both, then choose.</Banner>
      {Object.entries(fields).map(([field, { now, wanted }]) => (
        <View key={field} style={{ gap: space.xs }}>
          <Strong>{names[field] ?? field}</Strong>
          <View style={{ flexDirection: 'row', gap: space.l }}>
            <View style={{ flex: 1 }}>
              <Small ink="inkSoft">There now, the newest</Small>
              <Strong>{shown(now)}</Strong>
            </View>
            <View style={{ flex: 1 }}>
              <Small ink="inkSoft">Yours</Small>
              <Strong>{shown(wanted)}</Strong>
            </View>
          </View>
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
        <Companion title="Keep what is there" onPress={onTheirs} testID="keep-theirs" />
        <Companion title="Put in mine" onPress={onMine} testID="keep-mine" />
      </View>
    </Part>
  );
}
