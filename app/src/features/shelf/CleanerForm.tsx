import { yupResolver } from '@hookform/resolvers/yup';
import type { CleanerInput, CleanerRecord } from '@elm-mist/contract';
import {
  CHEMISTRIES,
  CHEMISTRY_NAMES,
  CLEANER_FORMS,
  CLEANER_LIMITS,
  CONSTRUCTION_TABLE,
  CONSTRUCTIONS,
  CoreError,
  NAME_LENGTH,
  strengthReadings,
  trimDecimals,
  type Chemistry,
  type CleanerForm as Form,
  type Construction,
  type CountsAgainst,
  type LabelGap,
  type RatioReading,
  type UnitSystem,
} from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { array, boolean, mixed, object, string } from 'yup';
import { draftValues, shelfQuery, useDraft, useFormDraft, useHouseRules, useSaveCleaner } from '@/data';
import {
  Act,
  AnyOf,
  Banner,
  Companion,
  Heading,
  Label,
  OneOf,
  Part,
  Screen,
  ScreenHead,
  Small,
  space,
  ThumbBar,
  Tick,
  Waiting,
} from '@/ui';
import { readFigure, typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { TwoReadings } from '../shared/TwoReadings';
import { readAmount, typedAmount, typedStrength, writeAmount } from '../shared/typed';

type YesNo = 'yes' | 'no' | 'silent';

interface FormValues {
  name: string;
  chemistry: Chemistry;
  form: Form;
  light: string;
  medium: string;
  heavy: string;
  dwellMin: string;
  dwellMax: string;
  materials: Construction[];
  indoor: YesNo;
  outdoor: YesNo;
  rinse: YesNo;
  waterFirst: boolean;
  hazardWords: string;
  phLow: string;
  phHigh: string;
  pack: string;
  price: string;
  low: string;
}

const STEPS = ['light', 'medium', 'heavy'] as const;
const FORM_WORDS: Record<Form, string> = { concentrate: 'Concentrate', aerosol: 'Can', ready: 'Ready mixed' };
const YES_NO: { value: YesNo; label: string }[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'silent', label: 'It does not say' },
];

function startValues(cleaner: CleanerRecord | undefined, units: UnitSystem): FormValues {
  const said = (gap: LabelGap) => cleaner !== undefined && !cleaner.assumed.includes(gap);
  const ratio = (figure: number | null | undefined) =>
    said('chart') && figure !== null && figure !== undefined ? `${trimDecimals(figure, 6)}:1` : '';
  const flag = (gap: LabelGap, value: boolean | undefined): YesNo => (said(gap) ? (value ? 'yes' : 'no') : 'silent');
  const number = (value: number | null | undefined) => (value === null || value === undefined ? '' : trimDecimals(value, 2));
  return {
    name: cleaner?.name ?? '',
    chemistry: cleaner?.chemistry ?? 'neutral',
    form: cleaner?.form ?? 'concentrate',
    light: ratio(cleaner?.chart.light),
    medium: ratio(cleaner?.chart.medium),
    heavy: ratio(cleaner?.chart.heavy),
    dwellMin: said('dwell') ? number((cleaner?.dwellMinS ?? 0) / 60) : '',
    dwellMax: said('dwell') ? number((cleaner?.dwellMaxS ?? 0) / 60) : '',
    materials: said('materials') ? (cleaner?.allowedConstructions ?? []) : [],
    indoor: flag('indoor', cleaner?.indoor),
    outdoor: flag('outdoor', cleaner?.outdoor),
    rinse: flag('rinse', cleaner?.rinseNeeded),
    waterFirst: cleaner?.waterFirst ?? true,
    hazardWords: said('hazard') ? (cleaner?.hazardWords ?? '') : '',
    phLow: number(cleaner?.phLow),
    phHigh: number(cleaner?.phHigh),
    pack: cleaner ? writeAmount(cleaner.packL, units) : '',
    price: cleaner ? cleaner.packPrice.toFixed(2) : '',
    low: cleaner && cleaner.lowL !== null ? writeAmount(cleaner.lowL, units) : '',
  };
}

/** The strengths typed in that can be read two ways. */
function ambiguous(values: Pick<FormValues, (typeof STEPS)[number]>): { text: string; readings: RatioReading[] } | null {
  for (const step of STEPS) {
    try {
      const readings = strengthReadings(values[step]);
      if (readings.length > 1) return { text: values[step], readings };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
    }
  }
  return null;
}

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
  const save = useSaveCleaner();
  const [trouble, setTrouble] = useState('');
  const key = `cleaner.${cleaner?.id ?? 'new'}`;
  const [against, setAgainst, dropAgainst] = useDraft<CountsAgainst | null>(`${key}.against`, () => cleaner?.countsAgainst ?? null);
  const strength = (label: string) => typedStrength(label, () => against);
  const minutes = (label: string) => typedFigure(label, 'count', units, 0, CLEANER_LIMITS.dwellS[1] / 60, true);
  const schema = object({
    name: string()
      .defined()
      .trim()
      .required('Give the cleaner the name on its label.')
      .max(NAME_LENGTH, `The name may have ${NAME_LENGTH} characters at most.`),
    chemistry: mixed<Chemistry>().defined(),
    form: mixed<Form>().defined(),
    light: strength('Light'),
    medium: strength('Medium'),
    heavy: strength('Heavy'),
    dwellMin: minutes('Shortest dwell'),
    dwellMax: minutes('Longest dwell'),
    materials: array(mixed<Construction>().defined()).defined(),
    indoor: mixed<YesNo>().defined(),
    outdoor: mixed<YesNo>().defined(),
    rinse: mixed<YesNo>().defined(),
    waterFirst: boolean().defined(),
    hazardWords: string().defined().trim().max(200, 'Hazard words may have 200 characters at most.'),
    phLow: typedFigure('pH low', 'count', units, ...CLEANER_LIMITS.pH, true),
    phHigh: typedFigure('pH high', 'count', units, ...CLEANER_LIMITS.pH, true),
    pack: typedAmount('The pack', units, ...CLEANER_LIMITS.packL),
    price: typedFigure('Price', 'count', units, ...CLEANER_LIMITS.price),
    low: typedAmount('Low at', units, ...CLEANER_LIMITS.lowL, true),
  });
  const { control, handleSubmit, setError, watch, clearErrors } = useForm<FormValues>({
    resolver: yupResolver(schema),
    defaultValues: draftValues(key, startValues(cleaner, units)),
  });
  const { drop } = useFormDraft(key, watch);
  const [light, medium, heavy, form] = useWatch({ control, name: ['light', 'medium', 'heavy', 'form'] });
  const twoWays = form === 'concentrate' ? ambiguous({ light, medium, heavy }) : null;
  const keep = handleSubmit(async (values) => {
    setTrouble('');
    const litres = (text: string, label: string) => {
      const read = readAmount(text, label, units, 0, Infinity);
      return 'litres' in read ? read.litres : 0;
    };
    const figure = (text: string, scale = 1) => (text.trim() === '' ? null : readFigure(text) * scale);
    const flag = (value: YesNo) => (value === 'silent' ? null : value === 'yes');
    const ratio = (text: string) => (values.form === 'concentrate' && text.trim() !== '' ? text.trim() : null);
    const input: CleanerInput = {
      name: values.name.trim(),
      chemistry: values.chemistry,
      form: values.form,
      chart: { light: ratio(values.light), medium: ratio(values.medium), heavy: ratio(values.heavy) },
      countsAgainst: against,
      dwellMinS: figure(values.dwellMin, 60),
      dwellMaxS: figure(values.dwellMax, 60),
      allowedConstructions: values.materials.length > 0 ? values.materials : null,
      indoor: flag(values.indoor),
      outdoor: flag(values.outdoor),
      rinseNeeded: flag(values.rinse),
      waterFirst: values.waterFirst,
      hazardWords: values.hazardWords.trim(),
      phLow: figure(values.phLow),
      phHigh: figure(values.phHigh),
      packL: litres(values.pack, 'The pack'),
      packPrice: readFigure(values.price),
      lowL: values.low.trim() === '' ? null : litres(values.low, 'Low at'),
    };
    try {
      const kept = await save.mutateAsync({ id: cleaner?.id ?? null, cleaner: input });
      drop();
      dropAgainst();
      router.replace(`/shelf/${kept.id}`);
    } catch (error) {
      setTrouble(
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
    }
  });
  const yesNo = (name: 'indoor' | 'outdoor' | 'rinse', label: string) => (
    <Part first title={<Label>{label}</Label>}>
      <Controller
        control={control}
        name={name}
        render={({ field }) => <OneOf label={label} options={YES_NO} value={field.value} onChange={field.onChange} />}
      />
    </Part>
  );
  return (
    <Screen
      head={<ScreenHead title={cleaner ? 'Change the label' : 'New cleaner'} under={cleaner?.name ?? 'From its label, once'} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (cleaner ? router.replace(`/shelf/${cleaner.id}`) : router.replace('/shelf'))} />
          <Act title="Keep the cleaner" onPress={() => void keep()} busy={save.isPending} testID="cleaner-save" />
        </ThumbBar>
      }
      testID="cleaner-form"
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <FormField control={control} name="name" label="Name on the label" testID="cleaner-name" />
      <Part first title={<Label>Chemistry</Label>}>
        <Controller
          control={control}
          name="chemistry"
          render={({ field }) => (
            <OneOf
              label="Chemistry"
              options={CHEMISTRIES.filter((id) => id !== 'water' && id !== 'acid').map((id) => ({ value: id, label: CHEMISTRY_NAMES[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </Part>
      <Part first title={<Label>Form</Label>}>
        <Controller
          control={control}
          name="form"
          render={({ field }) => (
            <OneOf
              label="Form"
              options={CLEANER_FORMS.map((id) => ({ value: id, label: FORM_WORDS[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
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
          <Controller
            control={control}
            name="materials"
            render={({ field }) => (
              <AnyOf
                label="Materials the label allows"
                options={CONSTRUCTIONS.filter((id) => id !== 'unknown').map((id) => ({ value: id, label: CONSTRUCTION_TABLE[id].name }))}
                value={field.value}
                onChange={field.onChange}
              />
            )}
          />
          <Small ink="inkSoft">None chosen: the label does not say.</Small>
        </Part>
        {yesNo('outdoor', 'For outdoor coils')}
        {yesNo('indoor', 'For indoor coils')}
        {yesNo('rinse', 'Must be rinsed off')}
        <Controller
          control={control}
          name="waterFirst"
          render={({ field }) => (
            <Tick
              label="Water first, then concentrate"
              help="Unless the label says otherwise"
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </Part>
      <Part title={<Heading>Hazards</Heading>}>
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
          <FormField control={control} name="price" label="Price" unit="$" keyboard="decimal-pad" grow testID="cleaner-price" />
          <FormField control={control} name="low" label="Low at" help="Empty: never warned of" grow />
        </View>
      </Part>
    </Screen>
  );
}
