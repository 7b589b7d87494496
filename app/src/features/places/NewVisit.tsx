import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { array, object, string } from 'yup';
import { systemQuery, today, useAddVisit, useHouseRules } from '@/data';
import { Act, AnyOf, Banner, Companion, Label, Part, Screen, ScreenHead, ThumbBar, Waiting } from '@/ui';
import { stillHere } from '@/features/shared/stillHere';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { HOURS_FIELDS, HoursField, hoursShape, ownersHours, SlotFields, slotOf, slotShape } from './slotFields';
import { coilName } from '@elm-mist/core';

export function NewVisit() {
  const { systemId, day, coils } = useLocalSearchParams<{ systemId: string; day?: string; coils?: string }>();
  // From the list of what is due it comes with its day, and with the coils that are due.
  const from = day && /^\d{4}-\d{2}-\d{2}$/.test(day) ? day : today();
  const { data } = useQuery(systemQuery(systemId));
  const { units } = useHouseRules();
  const add = useAddVisit();
  const [trouble, setTrouble] = useState('');
  const schema = object({
    ...slotShape(units),
    hours: hoursShape,
    purpose: string().defined().max(200, 'The purpose may have 200 characters at most.'),
    coils: array(string().defined()).defined().min(1, 'Choose at least one coil.'),
  });
  const standingIds = data?.coils.flatMap((coil) => (coil.archived ? [] : [coil.id])) ?? [];
  const dueIds = coils ? standingIds.filter((id) => coils.split(',').includes(id)) : [];
  const wanted = dueIds.length > 0 ? dueIds : standingIds;
  const usual = String(data?.usualMin ?? 90);
  const { control, handleSubmit, setError, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: {
      day: from,
      start: '9:00 am',
      minutes: usual,
      hours: '',
      purpose: '',
      coils: wanted,
    },
    ...(data
      ? {
          values: {
            day: from,
            start: '9:00 am',
            minutes: usual,
            hours: '',
            purpose: '',
            coils: wanted,
          },
        }
      : {}),
    resetOptions: { keepDirtyValues: true },
  });
  if (!data)
    return (
      <Screen head={<ScreenHead title="New visit" />}>
        <Waiting what="the system" />
      </Screen>
    );
  const standing = data.coils.filter((coil) => !coil.archived);
  const save = handleSubmit(async (values) => {
    setTrouble('');
    const here = stillHere();
    try {
      const visit = await add.mutateAsync({
        systemId,
        ...slotOf(values),
        ...ownersHours(values.hours),
        purpose: values.purpose,
        coilIds: values.coils,
      });
      if (here()) router.replace(visit.day === today() ? `/visits/${visit.id}` : `/systems/${systemId}`);
    } catch (error) {
      setTrouble(placeErrors(error, setError, { ...HOURS_FIELDS, purpose: 'purpose', coilIds: 'coils' }));
    }
  });
  return (
    <Screen
      head={<ScreenHead title="New visit" under={`${data.place.name} · ${data.system.name}`} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the visit" onPress={() => void save()} busy={add.isPending} />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <SlotFields control={control} />
      <HoursField control={control} />
      <FormField control={control} name="purpose" label="Purpose" help="What the customer says, or the yearly wash" />
      <Part first title={<Label>Coils</Label>}>
        <Controller
          control={control}
          name="coils"
          render={({ field }) => (
            <AnyOf
              label="Coils"
              options={standing.map((coil) => ({ value: coil.id, label: coilName(coil) }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        {formState.errors.coils?.message ? <Banner tone="stop">{formState.errors.coils.message}</Banner> : null}
      </Part>
    </Screen>
  );
}
