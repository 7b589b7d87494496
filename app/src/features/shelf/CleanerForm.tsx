import { draftValues, moneySign, shelfQuery, useDraft, useFormDraft, useHouseRules, useSaveCleaner } from '@/data';
import { Restored } from '@/features/shared/Restored';
import { Act, Banner, Companion, Heading, Label, OneOf, Part, Screen, ScreenHead, Small, space, ThumbBar, Waiting } from '@/ui';
import type { CleanerRecord } from '@elm-mist/contract';
import { CONSTRUCTION_TABLE, CONSTRUCTIONS } from '@elm-mist/core/equipment';
import {
  CHEMISTRIES,
  CHEMISTRY_HINTS,
  CHEMISTRY_NAMES,
  CLEANER_FORMS,
  LABEL_LINE_TABLE,
  LABEL_LINES,
  type CountsAgainst,
} from '@elm-mist/core/mix';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { FormAnyOf, FormField, FormOneOf, FormTick } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { TwoReadings } from '../shared/TwoReadings';
import { useSave } from '../shared/useSave';
import { ambiguous, cleanerInput, cleanerSchema, FORM_WORDS, startValues, STEPS, YES_NO, type CleanerValues } from './cleanerValues';

export function CleanerForm() {
  const { cleanerId } = useLocalSearchParams<{ cleanerId?: string }>();
  const { data } = useQuery(shelfQuery);
  const cleaner = data?.cleaners.find((row) => row.id === cleanerId);
  if (cleanerId && !cleaner)
    return (
      <Screen head={<ScreenHead title="Cleaner" />}>
        <Waiting what="the cleaner" />
      </Screen>
    );
  return <CleanerFields key={cleanerId ?? 'new'} cleaner={cleaner} />;
}

function CleanerFields({ cleaner }: { cleaner: CleanerRecord | undefined }) {
  const { units } = useHouseRules();
  const change = useSaveCleaner();
  const key = `cleaner.${cleaner?.id ?? 'new'}.${units}`;
  const [against, setAgainst, dropAgainst] = useDraft<CountsAgainst | null>(`${key}.against`, () => cleaner?.countsAgainst ?? null);
  const schema = cleanerSchema(units, () => against);
  const { control, handleSubmit, setError, watch, clearErrors, reset } = useForm<CleanerValues>({
    resolver: yupResolver(schema),
    defaultValues: draftValues(key, startValues(cleaner, units)),
  });
  const { drop, restored, anew } = useFormDraft(key, watch);
  const [light, medium, heavy, form] = useWatch({ control, name: ['light', 'medium', 'heavy', 'form'] });
  const twoWays = form === 'concentrate' ? ambiguous({ light, medium, heavy }) : null;
  const { trouble, save } = useSave((error) =>
    placeErrors(error, setError, {
      name: 'name',
      'chart.light': 'light',
      'chart.medium': 'medium',
      'chart.heavy': 'heavy',
      dwellMinS: 'dwellMin',
      dwellMaxS: 'dwellMax',
      phLow: 'phLow',
      phHigh: 'phHigh',
      packL: 'pack',
      packPrice: 'price',
      lowL: 'low',
      hazardWords: 'hazardWords',
    }),
  );
  const keep = handleSubmit(async (values) => {
    const input = cleanerInput(values, against, units);
    await save(
      async () => {
        const kept = await change.mutateAsync({ id: cleaner?.id ?? null, cleaner: input });
        drop();
        dropAgainst();
        return kept;
      },
      (kept) => router.replace(`/shelf/${kept.id}`),
    );
  });
  const yesNo = (name: 'indoor' | 'outdoor' | 'rinse', label: string) => (
    <Part first title={<Label>{label}</Label>}>
      <FormOneOf control={control} name={name} label={label} options={YES_NO} />
    </Part>
  );
  return (
    <Screen
      head={<ScreenHead title={cleaner ? 'Change the label' : 'New cleaner'} under={cleaner?.name ?? 'From its label, once'} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (cleaner ? router.replace(`/shelf/${cleaner.id}`) : router.replace('/shelf'))} />
          <Act title="Keep the cleaner" onPress={() => void keep()} busy={change.isPending} testID="cleaner-save" />
        </ThumbBar>
      }
      testID="cleaner-form"
    >
      <Restored
        shown={restored}
        onStartOver={() => {
          reset(startValues(cleaner, units));
          setAgainst(cleaner?.countsAgainst ?? null);
          dropAgainst();
          anew();
        }}
      />
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <FormField control={control} name="name" label="Name on the label" testID="cleaner-name" />
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
      <Part first title={<Label>Form</Label>}>
        <FormOneOf control={control} name="form" label="Form" options={CLEANER_FORMS.map((id) => ({ value: id, label: FORM_WORDS[id] }))} />
      </Part>
      {form === 'concentrate' ? (
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
          {twoWays && against === null ? (
            <TwoReadings
              {...twoWays}
              system={units}
              onPick={(picked) => {
                setAgainst(picked);
                clearErrors(['light', 'medium', 'heavy']);
              }}
            />
          ) : null}
          {twoWays && against !== null ? (
            <Banner tone="info" right={<Companion title="Change" onPress={() => setAgainst(null)} />}>
              {`Counted on the ${against}: ${twoWays.readings.find((reading) => reading.against === against)?.readAs ?? ''}.`}
            </Banner>
          ) : null}
        </Part>
      ) : null}
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
        {yesNo('outdoor', 'For outdoor coils')}
        {yesNo('indoor', 'For indoor coils')}
        {yesNo('rinse', 'Must be rinsed off')}
        <FormTick control={control} name="waterFirst" label="Water first, then concentrate" help="Unless the label says otherwise" />
      </Part>
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
      <Part title={<Heading>Pack and price</Heading>}>
        <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
          <FormField
            control={control}
            name="pack"
            label="One pack holds"
            help={units === 'us' ? '1 gal, 18 fl oz' : '5 L, 500 mL'}
            grow
            testID="cleaner-pack"
          />
          <FormField control={control} name="price" label="Price" unit={moneySign()} keyboard="decimal-pad" grow testID="cleaner-price" />
          <FormField control={control} name="low" label="Low at" help="Empty: never warned of" grow />
        </View>
      </Part>
    </Screen>
  );
}
