import { draftValues, moneySign, shelfQuery, useDraft, useFormDraft, useHouseRules, useSaveCleaner } from '@/data';
import { Restored } from '@/features/shared/Restored';
import { Act, Banner, Companion, Heading, Label, Part, Screen, ScreenHead, space, ThumbBar, Waiting } from '@/ui';
import type { CleanerRecord } from '@elm-mist/contract';
import { CLEANER_FORMS, type CountsAgainst } from '@elm-mist/core/mix';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { FormField, FormOneOf } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { useSave } from '../shared/useSave';
import { ChemistryPart, HazardsPart, StrengthPart, UsePart } from './cleanerParts';
import { ambiguous, cleanerInput, cleanerSchema, FORM_WORDS, startValues, type CleanerValues } from './cleanerValues';

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
      <ChemistryPart control={control} />
      <Part first title={<Label>Form</Label>}>
        <FormOneOf control={control} name="form" label="Form" options={CLEANER_FORMS.map((id) => ({ value: id, label: FORM_WORDS[id] }))} />
      </Part>
      {form === 'concentrate' ? (
        <StrengthPart
          control={control}
          twoWays={twoWays}
          against={against}
          setAgainst={(picked) => {
            setAgainst(picked);
            if (picked) clearErrors(['light', 'medium', 'heavy']);
          }}
        />
      ) : null}
      <UsePart control={control} />
      <HazardsPart control={control} />
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
