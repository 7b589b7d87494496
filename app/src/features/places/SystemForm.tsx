import { draftBase, draftValues, systemQuery, useAddSystem, useChangeSystem, useDraft, useFormDraft, useHouseRules } from '@/data';
import { Act, Banner, Companion, Label, Part, Screen, ScreenHead, Small, ThumbBar, Waiting } from '@/ui';
import type { PlaceRecord, SystemInput, SystemRecord } from '@elm-mist/contract';
import {
  capacityFromModel,
  CONFIGURATION_TABLE,
  CONFIGURATIONS,
  REFRIGERANTS,
  type Configuration,
  type Refrigerant,
} from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { formatQuantity, readFigure, showFigure } from '@elm-mist/core/units';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { mixed, object, string } from 'yup';
import { typedFigure } from '../shared/figures';
import { FormField, FormOneOf } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { Meanwhile } from '../shared/Meanwhile';
import { Restored } from '../shared/Restored';
import { useSave } from '../shared/useSave';
import { PlacePick } from './PlacePick';

const BTUH_PER_TON = 12000;

function readModel(model: string): { line: string; ok: boolean } {
  if (model.trim() === '') return { line: 'From the data plate. The size is read out of it.', ok: false };
  try {
    return { line: `Read as ${formatQuantity({ kind: 'capacity', btuh: capacityFromModel(model).btuh }, 'us')}.`, ok: true };
  } catch (error) {
    return { line: error instanceof CoreError ? error.message : '', ok: false };
  }
}

const shapeOf = ({ id, archived, ...system }: SystemRecord): Partial<SystemInput> => system;
const FIELD_NAMES: Record<string, string> = {
  name: 'System',
  configuration: 'Kind',
  model: 'Model number',
  btuh: 'Capacity, Btu/h',
  refrigerant: 'Refrigerant',
  madeYear: 'Year made',
  placeId: 'Where it is',
  note: 'Note',
};

/** A system from its data plate. New, or put right; another place takes it along with its history. */
function SystemForm({ placeId, system }: { placeId: string; system: SystemRecord | null }) {
  const { units } = useHouseRules();
  const add = useAddSystem();
  const change = useChangeSystem();
  const key = `system.${system?.id ?? `new.${placeId}`}`;
  // What was typed before is held against the system as it was then.
  const [was, setWas] = useState(() => draftBase<SystemRecord>(key) ?? system);
  const [moved, setMoved, dropMoved] = useDraft<PlaceRecord | null>(`${key}.moved`, () => null);
  // Chosen before, and nothing else typed: that is told as well.
  const [movedBefore] = useState(moved !== null);
  const schema = object({
    name: string().defined().trim().required('Give the system a name.').max(60, 'The name may have 60 characters at most.'),
    model: string().defined(),
    tons: typedFigure('Tons', 'count', units, 0.5, 10, true),
    madeYear: typedFigure('Year made', 'count', units, 1970, 2100, true),
    configuration: mixed<Configuration>().defined(),
    refrigerant: mixed<Refrigerant>().defined(),
  });
  const tonsShown = system && !readModel(system.model).ok ? showFigure('count', system.btuh / BTUH_PER_TON, units) : '';
  const start = {
    name: system?.name ?? '',
    model: system?.model ?? '',
    tons: tonsShown,
    madeYear: system?.madeYear ? String(system.madeYear) : '',
    configuration: system?.configuration ?? ('split-cool' as const),
    refrigerant: system?.refrigerant ?? ('unknown' as const),
  };
  const { control, handleSubmit, setError, setValue, watch, reset } = useForm({
    resolver: yupResolver(schema),
    defaultValues: draftValues(key, start),
  });
  const { drop, restored, anew } = useFormDraft(key, watch, was);
  const forget = () => {
    drop();
    dropMoved();
  };
  const model = useWatch({ control, name: 'model' });
  const read = readModel(model);
  const { trouble, meanwhile, settle, save } = useSave((error) =>
    placeErrors(error, setError, { name: 'name', model: 'model', btuh: 'tons', madeYear: 'madeYear', configuration: 'configuration' }),
  );
  const send = handleSubmit(async (values) => {
    const input: SystemInput = {
      placeId: moved?.id ?? placeId,
      name: values.name,
      model: values.model.trim(),
      configuration: values.configuration,
      refrigerant: values.refrigerant,
      note: system?.note ?? '',
      // Shown rounded: left as it is, it stays as exact as it was.
      btuh: values.tons.trim() === '' ? null : values.tons === tonsShown && system ? system.btuh : readFigure(values.tons) * BTUH_PER_TON,
      madeYear: values.madeYear.trim() === '' ? null : readFigure(values.madeYear),
    };
    await save(
      async () => {
        const { id } = system
          ? await change.mutateAsync({ id: system.id, system: { ...input, ...(was ? { was: shapeOf(was) } : {}) } })
          : await add.mutateAsync(input);
        forget();
        return id;
      },
      (id) => router.replace(system ? `/systems/${id}` : `/systems/${id}/coil?role=condenser`),
    );
  });
  const choose = (mine: boolean) =>
    settle((there) => {
      if (!was) return;
      const now = there as Partial<SystemRecord>;
      if (!mine) {
        if (now.name !== undefined) setValue('name', now.name);
        if (now.model !== undefined) setValue('model', now.model);
        if (now.configuration !== undefined) setValue('configuration', now.configuration);
        if (now.refrigerant !== undefined) setValue('refrigerant', now.refrigerant);
        if (now.madeYear !== undefined) setValue('madeYear', now.madeYear === null ? '' : String(now.madeYear));
        if (now.placeId !== undefined) setMoved(null);
      }
      setWas({ ...was, ...now });
    });
  return (
    <Screen
      head={<ScreenHead title={system ? 'Put the system right' : 'New system'} under={system ? system.name : 'Then its outdoor coil'} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the system" onPress={() => void send()} busy={add.isPending || change.isPending} testID="system-save" />
        </ThumbBar>
      }
    >
      <Restored
        shown={restored || (movedBefore && moved !== null)}
        onStartOver={() => {
          reset(start);
          setWas(system);
          setMoved(null);
          dropMoved();
          anew();
        }}
      />
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {meanwhile ? <Meanwhile fields={meanwhile} names={FIELD_NAMES} onTheirs={() => choose(false)} onMine={() => choose(true)} /> : null}
      <FormField control={control} name="name" label="System" help="For example: Heat pump, upstairs" />
      <Part first title={<Label>Kind</Label>}>
        <FormOneOf
          control={control}
          name="configuration"
          label="Kind"
          options={CONFIGURATIONS.map((id) => ({ value: id, label: CONFIGURATION_TABLE[id].name }))}
        />
      </Part>
      <FormField control={control} name="model" label="Model number" help={read.line} />
      {read.ok ? null : (
        <FormField control={control} name="tons" label="Tons" help="Only if the model number does not tell" keyboard="decimal-pad" />
      )}
      <Part first title={<Label>Refrigerant</Label>}>
        <FormOneOf
          control={control}
          name="refrigerant"
          label="Refrigerant"
          options={REFRIGERANTS.map((id) => ({ value: id, label: id === 'unknown' ? 'Not sure' : id }))}
        />
        <Small ink="inkSoft">R-32 and R-454B are mildly flammable.</Small>
      </Part>
      <FormField control={control} name="madeYear" label="Year made" keyboard="number-pad" />
      {system ? (
        <Part title={<Label>Where it is</Label>}>
          {moved ? <Small>{`Goes to ${moved.name}, ${moved.address}, with its history.`}</Small> : null}
          <PlacePick label="Move it to another place" not={moved?.id ?? placeId} onPick={setMoved} />
        </Part>
      ) : null}
    </Screen>
  );
}

export function NewSystem() {
  const { placeId } = useLocalSearchParams<{ placeId: string }>();
  return <SystemForm placeId={placeId} system={null} />;
}

export function EditSystem() {
  const { systemId } = useLocalSearchParams<{ systemId: string }>();
  const { data } = useQuery(systemQuery(systemId));
  if (!data)
    return (
      <Screen head={<ScreenHead title="System" />}>
        <Waiting what="the system" />
      </Screen>
    );
  return <SystemForm key={systemId} placeId={data.place.id} system={data.system} />;
}
