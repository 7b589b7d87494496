import { useHouseRules } from '@/data';
import { Banner, Companion, Heading, Label, OneOf, Part, Small, space } from '@/ui';
import { CONSTRUCTIONS, CONSTRUCTION_TABLE } from '@elm-mist/core/equipment';
import { CHEMISTRIES, CHEMISTRY_HINTS, CHEMISTRY_NAMES, type CountsAgainst, LABEL_LINES, LABEL_LINE_TABLE } from '@elm-mist/core/mix';
import { type Control, Controller } from 'react-hook-form';
import { View } from 'react-native';
import { FormAnyOf, FormField, FormOneOf, FormTick } from '../shared/formField';
import { TwoReadings } from '../shared/TwoReadings';
import { STEPS, YES_NO, type ambiguous, type CleanerValues } from './cleanerValues';

type Bound = { control: Control<CleanerValues> };

export function ChemistryPart({ control }: Bound) {
  return (
    <Part first title={<Label>Chemistry</Label>}>
      <Controller
        control={control}
        name="chemistry"
        render={({ field }) => (
          <View style={{ gap: space.xs }}>
            <OneOf
              label="Chemistry"
              options={CHEMISTRIES.filter((id) => id !== 'water' && id !== 'acid').map((id) => ({
                value: id,
                label: CHEMISTRY_NAMES[id],
              }))}
              value={field.value}
              onChange={field.onChange}
            />
            {CHEMISTRY_HINTS[field.value] ? <Small ink="inkSoft">{CHEMISTRY_HINTS[field.value]}</Small> : null}
          </View>
        )}
      />
    </Part>
  );
}

/** Strength as the label prints it; where it can be read two ways, the person says which. */
export function StrengthPart({
  control,
  twoWays,
  against,
  setAgainst,
}: Bound & {
  twoWays: ReturnType<typeof ambiguous>;
  against: CountsAgainst | null;
  setAgainst: (against: CountsAgainst | null) => void;
}) {
  const { units } = useHouseRules();
  return (
    <Part title={<Heading>Strength, as the label prints it</Heading>}>
      <Small ink="inkSoft">
        4:1, 1 part in 5, 20 %, 16 fl oz per gallon of water, 30 mL/L, makes 8 gallons. Leave empty what it does not give.
      </Small>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        {STEPS.map((step) => (
          <FormField
            key={step}
            control={control}
            name={step}
            label={{ light: 'Light', medium: 'Medium', heavy: 'Heavy' }[step]}
            grow
            testID={`strength-${step}`}
          />
        ))}
      </View>
      {twoWays && against === null ? <TwoReadings {...twoWays} system={units} onPick={setAgainst} /> : null}
      {twoWays && against !== null ? (
        <Banner tone="info" right={<Companion title="Change" onPress={() => setAgainst(null)} />}>
          {`Counted on the ${against}: ${twoWays.readings.find((reading) => reading.against === against)?.readAs ?? ''}.`}
        </Banner>
      ) : null}
    </Part>
  );
}

function YesNo({ control, name, label }: Bound & { name: 'indoor' | 'outdoor' | 'rinse'; label: string }) {
  return (
    <Part first title={<Label>{label}</Label>}>
      <FormOneOf control={control} name={name} label={label} options={YES_NO} />
    </Part>
  );
}

/** Where and how long it may be used. */
export function UsePart({ control }: Bound) {
  return (
    <Part title={<Heading>Use</Heading>}>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField control={control} name="dwellMin" label="Shortest dwell" unit="min" keyboard="decimal-pad" grow testID="dwell-min" />
        <FormField control={control} name="dwellMax" label="Longest dwell" unit="min" keyboard="decimal-pad" grow testID="dwell-max" />
      </View>
      <Part first title={<Label>Materials the label allows</Label>}>
        <FormAnyOf
          control={control}
          name="materials"
          label="Materials the label allows"
          options={CONSTRUCTIONS.filter((id) => id !== 'unknown').map((id) => ({ value: id, label: CONSTRUCTION_TABLE[id].name }))}
        />
        <Small ink="inkSoft">None chosen: the label does not say.</Small>
      </Part>
      <YesNo control={control} name="outdoor" label="For outdoor coils" />
      <YesNo control={control} name="indoor" label="For indoor coils" />
      <YesNo control={control} name="rinse" label="Must be rinsed off" />
      <FormTick control={control} name="waterFirst" label="Water first, then concentrate" help="Unless the label says otherwise" />
    </Part>
  );
}

/** What the label warns of. */
export function HazardsPart({ control }: Bound) {
  return (
    <Part title={<Heading>Hazards</Heading>}>
      <Label>What it says about handling</Label>
      <FormAnyOf
        control={control}
        name="handling"
        label="What it says about handling"
        options={LABEL_LINES.map((line) => ({ value: line, label: LABEL_LINE_TABLE[line].name }))}
      />
      <FormField control={control} name="hazardWords" label="First words of its warning" help="For example: Burns skin and eyes." />
      <View style={{ flexDirection: 'row', gap: space.m }}>
        <FormField control={control} name="phLow" label="pH from" keyboard="decimal-pad" grow />
        <FormField control={control} name="phHigh" label="pH to" keyboard="decimal-pad" grow />
      </View>
    </Part>
  );
}
