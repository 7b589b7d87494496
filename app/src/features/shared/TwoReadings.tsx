import { formatMeasured, pourAmounts, usualMeasure, type CountsAgainst, type RatioReading } from '@elm-mist/core/mix';
import { formatRatio, LITRES_PER_GALLON, type UnitSystem } from '@elm-mist/core/units';
import { View } from 'react-native';
import { Body, Companion, Gauge, Jug, Label, Small, space } from '@/ui';

/** One jug of ready mix, to compare by. */
const ONE_JUG_L: Record<UnitSystem, number> = { us: LITRES_PER_GALLON, si: 4 };

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
  return (
    <View style={{ gap: space.m }} testID="two-readings">
      <Body>{`"${text}" can be read two ways. Look at the label again, and choose. It is asked once.`}</Body>
      <View style={{ flexDirection: 'row', gap: space.l }}>
        {readings.map((reading) => {
          const { concentrateL, waterL } = pourAmounts({
            waterParts: reading.waterParts,
            totalL: ONE_JUG_L[system],
            capacityL: ONE_JUG_L[system],
            system,
          });
          const against = reading.against;
          const amount = (litres: number) => formatMeasured(litres, usualMeasure(system));
          return (
            <View key={reading.readAs} style={{ gap: space.s, flex: 1, maxWidth: 300 }}>
              <Gauge>{formatRatio(reading.waterParts)}</Gauge>
              <Small ink="inkSoft">{reading.readAs}</Small>
              <Jug
                shape="bucket"
                capacityL={ONE_JUG_L[system] * 1.2}
                layers={[
                  { what: 'water', litres: waterL, words: 'water, up to' },
                  { what: 'concentrate', litres: concentrateL, words: 'concentrate, up to' },
                ]}
                system={system}
                small
              />
              <Label ink="elm">{`${amount(concentrateL)} concentrate`}</Label>
              <Label ink="mist">{`${amount(waterL)} water`}</Label>
              {against ? (
                <Companion
                  title={against === 'water' ? 'On the water' : 'On the mix'}
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
