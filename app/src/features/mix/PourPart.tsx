import { labelLines } from '@elm-mist/core/visit';
import type { MixSheet } from '@elm-mist/core/mix';
import { formatMeasured, householdRecipe, waterPosition, type Applicator, type Measure } from '@elm-mist/core/mix';
import { formatRatio, formatVolume, trimDecimals } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Banner, Body, Gauge, Jug, Label, Row, Small, space, Why } from '@/ui';
import { layersOf, type MixJob } from './mixJob';

/** What to pour, drawn: strength, how much, the jug with its levels, where the dial goes. */
export function PourPart({
  job: { plan, cleaner },
  sheet,
  applicator,
  measure,
}: {
  job: MixJob;
  sheet: MixSheet;
  applicator: Applicator;
  measure: Measure;
}) {
  const { units } = useVisit().house;
  const packed = cleaner.form !== 'concentrate';
  const wanted = plan.waterParts ?? 0;
  const ownL = plan.solutionL ?? 1;
  const why = (id: string) => plan.because.find((because) => because.id === id);
  const plain = packed ? null : waterPosition(applicator.dial);
  const atMixing = labelLines(cleaner.handling, 'mix');
  const recipe =
    cleaner.chemistry === 'household'
      ? householdRecipe({ concentrateL: sheet.batch.pour.concentrateL, waterL: sheet.batch.pour.waterL, dialParts: sheet.dialParts })
      : [];
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }}>
        <View>
          <Label ink="inkSoft">strength</Label>
          <Why because={why('strength')} about="Strength">
            <Gauge style={{ fontSize: 36, lineHeight: 40 }}>{wanted === 0 ? 'as it is' : formatRatio(wanted)}</Gauge>
          </Why>
        </View>
        {wanted === 0 ? null : (
          <View>
            <Label ink="inkSoft">that is</Label>
            <Gauge style={{ fontSize: 36, lineHeight: 48 }}>{`1 in ${trimDecimals(wanted + 1, 1)}`}</Gauge>
          </View>
        )}
        <View>
          <Label ink="inkSoft">{sheet.batch.fillings > 1 ? `in ${sheet.batch.fillings} ${packed ? 'cans' : 'fillings'}` : 'makes'}</Label>
          <Why because={why('solution-volume')} about="How much mix">
            <Gauge style={{ fontSize: 36, lineHeight: 40 }}>{formatVolume(packed ? ownL : sheet.readyL, units)}</Gauge>
          </Why>
        </View>
      </View>
      <Jug
        shape={packed ? 'can' : applicator.kind}
        capacityL={applicator.capacityL}
        layers={layersOf(sheet, cleaner)}
        system={units}
        amounts={(layer) => (
          <Why because={sheet.because} about={layer.what}>
            <Gauge style={{ fontSize: 30, lineHeight: 34 }}>
              {layer.what === 'water'
                ? formatMeasured(layer.litres, sheet.waterIn)
                : packed
                  ? formatVolume(layer.litres, units)
                  : formatMeasured(layer.litres, measure)}
            </Gauge>
          </Why>
        )}
      />
      {sheet.position ? (
        <Banner tone="info">
          {`Dial to ${sheet.position.mark}, which gives ${formatRatio(sheet.dialParts)}${sheet.position.measured ? '' : ' if the mark means parts of water: it has not been calibrated'}. ${
            sheet.way === 'dial'
              ? 'Nothing but concentrate goes in the reservoir.'
              : 'No position gives the strength from straight concentrate, so the reservoir is cut as drawn.'
          }`}
        </Banner>
      ) : null}
      {plain ? <Body>{`${plain.mark} on the dial gives plain water: pre-rinse with it, and rinse.`}</Body> : null}
      {recipe.length > 0 ? (
        <View testID="recipe">
          {recipe.map((line) => (
            <Row key={line.what} label={line.what} value={formatVolume(line.litres, units)} />
          ))}
        </View>
      ) : null}
      {atMixing.map((line) => (
        <Body key={line}>{line}</Body>
      ))}
      {packed ? null : <Small ink="inkSoft">Lukewarm water. Hot water flashes foam, very cold water slows it.</Small>}
    </>
  );
}
