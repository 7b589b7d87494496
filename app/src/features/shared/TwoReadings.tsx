import {
  formatMeasured,
  formatRatio,
  mixFor,
  usualMeasure,
  waterMeasure,
  LITRES_PER_GALLON,
  type CountsAgainst,
  type RatioReading,
  type UnitSystem,
} from '@elm-mist/core';
import { View } from 'react-native';
import { Body, Companion, Gauge, Jug, Label, Small, space } from '@/ui';

const BIG_JUG_L: Record<UnitSystem, number> = { us: LITRES_PER_GALLON, si: 4 };

/** A label that can be read two ways: both as jugs of the same size, one of them to be chosen. */
export function TwoReadings({
  text,
  readings,
  system,
  onPick,
}: {
  text: string;
  readings: readonly RatioReading[];
  system: UnitSystem;
  onPick: (against: CountsAgainst) => void;
}) {
  const capacityL = BIG_JUG_L[system];
  return (
    <View style={{ gap: space.m }} testID="two-readings">
      <Body>{`"${text}" can be read two ways. Look at the label again, and choose. It is asked once.`}</Body>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.l }}>
        {readings.map((reading) => {
          const mix = mixFor({ waterParts: reading.waterParts, totalL: capacityL });
          const against = reading.against;
          return (
            <View key={reading.readAs} style={{ gap: space.s, flexBasis: 280, flexGrow: 1, maxWidth: 420 }}>
              <Gauge>{formatRatio(reading.waterParts)}</Gauge>
              <Small ink="inkSoft">{reading.readAs}</Small>
              <Jug
                shape="bucket"
                capacityL={capacityL}
                layers={[
                  { what: 'water', litres: mix.waterL, words: 'water, up to' },
                  { what: 'concentrate', litres: mix.concentrateL, words: 'concentrate, up to' },
                ]}
                system={system}
                small
                amounts={(layer) => (
                  <Label>
                    {formatMeasured(layer.litres, layer.what === 'water' ? waterMeasure(layer.litres, system) : usualMeasure(system))}
                  </Label>
                )}
              />
              {against ? (
                <Companion
                  title={against === 'water' ? 'Counted on the water' : 'Counted on the mix'}
                  onPress={() => onPick(against)}
                  testID={`against-${against}`}
                />
              ) : null}
            </View>
          );
        })}
      </View>
    </View>
  );
}
