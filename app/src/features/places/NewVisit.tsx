import { draftOver, systemQuery, today, useAddVisit, useFormDraft, useHouseRules } from '@/data';
import { Act, Banner, Companion, Label, Part, Screen, ScreenHead, ThumbBar, Waiting } from '@/ui';
import type { SystemDetail } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { array, object, string } from 'yup';
import { FormAnyOf, FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { NotOpened } from '../shared/NotOpened';
import { Restored } from '../shared/Restored';
import { useSave } from '../shared/useSave';
import { HOURS_FIELDS, HoursField, hoursShape, ownersHours, SlotFields, slotOf, slotShape } from './slotFields';

/** A visit to a system: from the list of what is due it comes with its day, and with the coils that are due. */
export function NewVisit() {
  const { systemId, day, coils } = useLocalSearchParams<{ systemId: string; day?: string; coils?: string }>();
  const answer = useQuery(systemQuery(systemId));
  if (answer.data) return <VisitFields key={systemId} system={answer.data} day={day} coils={coils?.split(',') ?? []} />;
  return (
    <Screen head={<ScreenHead title="New visit" />}>
      {answer.isError ? (
        <NotOpened what="system" error={answer.error} retry={() => void answer.refetch()} />
      ) : (
        <Waiting what="the system" />
      )}
    </Screen>
  );
}

function VisitFields({ system: data, day, coils }: { system: SystemDetail; day: string | undefined; coils: readonly string[] }) {
  const systemId = data.system.id;
  const { units } = useHouseRules();
  const add = useAddVisit();
  const schema = object({
    ...slotShape(units),
    hours: hoursShape,
    purpose: string().defined().max(200, 'The purpose may have 200 characters at most.'),
    coils: array(string().defined()).defined().min(1, 'Choose at least one coil.'),
  });
  const standing = data.coils.filter((coil) => !coil.archived);
  const standingIds = standing.map(({ id }) => id);
  const dueIds = standingIds.filter((id) => coils.includes(id));
  const now = {
    day: day && /^\d{4}-\d{2}-\d{2}$/.test(day) ? day : today(),
    start: '9:00 am',
    minutes: String(data.usualMin ?? 90),
    hours: '',
    purpose: '',
    coils: dueIds.length > 0 ? dueIds : standingIds,
  };
  const [start, begin] = useState(now);
  const key = `visit.new.${systemId}`;
  const typed = draftOver(key, start);
  const { control, handleSubmit, setError, formState, watch, reset } = useForm({
    resolver: yupResolver(schema),
    // What was put away since is no coil of a new visit.
    defaultValues: { ...typed, coils: typed.coils.filter((id) => standingIds.includes(id)) },
  });
  const { drop, restored, anew } = useFormDraft(key, watch, start);
  const { trouble, save } = useSave((error) => placeErrors(error, setError, { ...HOURS_FIELDS, purpose: 'purpose', coilIds: 'coils' }));
  const send = handleSubmit(async (values) => {
    await save(
      async () => {
        const visit = await add.mutateAsync({
          systemId,
          ...slotOf(values),
          ...ownersHours(values.hours),
          purpose: values.purpose,
          coilIds: values.coils,
        });
        drop();
        return visit;
      },
      (visit) => router.replace(visit.day === today() ? `/visits/${visit.id}` : `/systems/${systemId}`),
    );
  });
  return (
    <Screen
      head={<ScreenHead title="New visit" under={`${data.place.name} · ${data.system.name}`} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the visit" onPress={() => void send()} busy={add.isPending} />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Restored
        shown={restored}
        onStartOver={() => {
          reset(now);
          begin(now);
          anew();
        }}
      />
      <SlotFields control={control} />
      <HoursField control={control} />
      <FormField control={control} name="purpose" label="Purpose" help="What the customer says, or the yearly wash" />
      <Part first title={<Label>Coils</Label>}>
        <FormAnyOf
          control={control}
          name="coils"
          label="Coils"
          options={standing.map((coil) => ({ value: coil.id, label: coilName(coil) }))}
        />
        {formState.errors.coils?.message ? <Banner tone="stop">{formState.errors.coils.message}</Banner> : null}
      </Part>
    </Screen>
  );
}
