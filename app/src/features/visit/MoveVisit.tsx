import { draftOver, systemQuery, useChangeVisit, useFormDraft, useVisit } from '@/data';
import { Act, Banner, Companion, Field, Label, Part, Small, space, ThumbBar } from '@/ui';
import { coilName } from '@elm-mist/core/equipment';
import { LEAST_REASON } from '@elm-mist/core/run';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { array, object, string } from 'yup';
import {
  HOURS_FIELDS,
  HoursField,
  hoursShape,
  ownersHours,
  SlotFields,
  slotOf,
  slotShape,
  typedHours,
  typedSlot,
  type SlotValues,
} from '../places/slotFields';
import { FormAnyOf, FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { Restored } from '../shared/Restored';
import { useSave } from '../shared/useSave';
import { VisitScreen } from './VisitScreen';

interface Values extends SlotValues {
  hours: string;
  purpose: string;
  coils: string[];
}

/** Another day, another hour, more time, other coils: what has been entered stays with the visit. Or it is not to be, with the reason. */
export function MoveVisit() {
  const { detail, state, house } = useVisit();
  const { visit } = detail;
  const { data: whole } = useQuery(systemQuery(detail.system.id));
  const options = whole?.coils.filter((coil) => !coil.archived || visit.coilIds.includes(coil.id)) ?? detail.coils;
  const change = useChangeVisit();
  const now: Values = { ...typedSlot(visit), hours: typedHours(visit), purpose: visit.purpose, coils: visit.coilIds };
  const [start, begin] = useState(now);
  const fixed = state.closed !== null || state.cancelled !== null;
  const key = `visit.move.${visit.id}`;
  const { control, handleSubmit, setError, formState, watch, reset } = useForm<Values>({
    resolver: yupResolver(
      object({
        ...slotShape(house.units),
        hours: hoursShape,
        purpose: string().defined().max(200, 'The purpose may have 200 characters at most.'),
        coils: array(string().defined()).defined().min(1, 'Choose at least one coil.'),
      }),
    ),
    // A visit that is over shows its own, whatever was half typed before it was.
    defaultValues: fixed ? now : draftOver(key, start),
  });
  const { drop, restored, anew } = useFormDraft(key, watch, start);
  const { trouble, save } = useSave((error) => placeErrors(error, setError, { ...HOURS_FIELDS, purpose: 'purpose', coilIds: 'coils' }));
  const keep = handleSubmit(async (values) => {
    await save(
      async () => {
        const moved = await change.mutateAsync({
          id: visit.id,
          change: {
            ...slotOf(values),
            ...(ownersHours(values.hours) ?? { windowFrom: null, windowTo: null }),
            purpose: values.purpose.trim(),
            coilIds: values.coils,
          },
        });
        drop();
        return moved;
      },
      (moved) => router.replace(`/?day=${moved.day}`),
    );
  });
  return (
    <VisitScreen
      visitStep="look"
      under="When it is to be, what for, and what of"
      page="move"
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the visit" onPress={() => void keep()} busy={change.isPending} disabled={fixed} testID="move-keep" />
        </ThumbBar>
      }
    >
      {state.closed ? <Banner tone="info">The visit is closed: it stays on its day.</Banner> : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {state.cancelled ? <Cancelled /> : null}
      <Restored
        shown={restored && !fixed}
        onStartOver={() => {
          reset(now);
          begin(now);
          anew();
        }}
      />
      <SlotFields control={control} />
      <HoursField control={control} />
      <FormField
        control={control}
        name="purpose"
        label="Purpose"
        help="What the customer says, or the yearly wash"
        testID="visit-purpose"
      />
      <Part first title={<Label>Coils</Label>}>
        <FormAnyOf
          control={control}
          name="coils"
          label="Coils"
          options={options.map((coil) => ({ value: coil.id, label: coilName(coil) }))}
        />
        {formState.errors.coils?.message ? <Banner tone="stop">{formState.errors.coils.message}</Banner> : null}
      </Part>
      <Small ink="inkSoft">What has been looked at, planned and done stays with the visit.</Small>
      {fixed ? null : <Cancel />}
    </VisitScreen>
  );
}

/** A reason, asked for before anything is done with it. */
function Reason({ label, title, go, testID }: { label: string; title: string; go: (reason: string) => boolean; testID: string }) {
  const [reason, setReason] = useState('');
  const [error, setError] = useState<string | undefined>();
  const press = () => {
    if (reason.trim().length < LEAST_REASON) setError(`Say why, in ${LEAST_REASON} characters at least.`);
    else if (go(reason.trim())) setError(undefined);
  };
  return (
    <View style={{ gap: space.s }}>
      <Field label={label} value={reason} onChange={setReason} error={error} testID={`${testID}-reason`} />
      <View style={{ alignItems: 'flex-start' }}>
        <Companion title={title} danger onPress={press} testID={testID} />
      </View>
    </View>
  );
}

function Cancel() {
  const { record, detail } = useVisit();
  return (
    <Part title={<Label>It is not to be</Label>}>
      <Reason
        label="Why it is cancelled"
        title="Cancel the visit"
        testID="visit-cancel"
        go={(reason) => {
          const done = record({ kind: 'visit.cancelled', data: { reason } });
          if (done) router.replace(`/?day=${detail.visit.day}`);
          return done;
        }}
      />
    </Part>
  );
}

function Cancelled() {
  const { state, record } = useVisit();
  return (
    <Part first>
      <Banner tone="wait">{`Cancelled by ${state.cancelled?.by ?? ''}: ${state.cancelled?.value ?? ''}`}</Banner>
      <Reason
        label="Why it is opened again"
        title="Open it again"
        testID="visit-reopen"
        go={(reason) => record({ kind: 'visit.reopened', data: { reason } })}
      />
    </Part>
  );
}
