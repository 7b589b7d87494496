import { yupResolver } from '@hookform/resolvers/yup';
import {
  capacityFromModel,
  CONFIGURATION_TABLE,
  CONFIGURATIONS,
  CoreError,
  formatQuantity,
  readFigure,
  REFRIGERANTS,
  type Configuration,
  type Refrigerant,
} from '@elm-mist/core';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { mixed, object, string } from 'yup';
import { useAddSystem, useHouseRules } from '@/data';
import { Act, Banner, Companion, Label, OneOf, Part, Screen, ScreenHead, Small, ThumbBar } from '@/ui';
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';

const BTUH_PER_TON = 12000;

function readModel(model: string): { line: string; ok: boolean } {
  if (model.trim() === '') return { line: 'From the data plate. The size is read out of it.', ok: false };
  try {
    return { line: `Read as ${formatQuantity({ kind: 'capacity', btuh: capacityFromModel(model).btuh }, 'us')}.`, ok: true };
  } catch (error) {
    return { line: error instanceof CoreError ? error.message : '', ok: false };
  }
}

export function NewSystem() {
  const { placeId } = useLocalSearchParams<{ placeId: string }>();
  const { units } = useHouseRules();
  const add = useAddSystem();
  const [trouble, setTrouble] = useState('');
  const schema = object({
    name: string().defined().trim().required('Give the system a name.').max(60, 'The name may have 60 characters at most.'),
    model: string().defined(),
    tons: typedFigure('Tons', 'count', units, 0.5, 10, true),
    madeYear: typedFigure('Year made', 'count', units, 1970, 2100, true),
    configuration: mixed<Configuration>().defined(),
    refrigerant: mixed<Refrigerant>().defined(),
  });
  const { control, handleSubmit, setError } = useForm({
    resolver: yupResolver(schema),
    defaultValues: {
      name: '',
      model: '',
      tons: '',
      madeYear: '',
      configuration: 'split-cool' as Configuration,
      refrigerant: 'unknown' as Refrigerant,
    },
  });
  const model = useWatch({ control, name: 'model' });
  const read = readModel(model);
  const save = handleSubmit(async (values) => {
    setTrouble('');
    try {
      const system = await add.mutateAsync({
        placeId,
        name: values.name,
        model: values.model.trim(),
        configuration: values.configuration,
        refrigerant: values.refrigerant,
        note: '',
        btuh: values.tons.trim() === '' ? null : readFigure(values.tons) * BTUH_PER_TON,
        madeYear: values.madeYear.trim() === '' ? null : readFigure(values.madeYear),
      });
      router.replace(`/systems/${system.id}/coil?role=condenser`);
    } catch (error) {
      setTrouble(placeErrors(error, setError, { name: 'name', model: 'model', btuh: 'tons', madeYear: 'madeYear' }));
    }
  });
  return (
    <Screen
      head={<ScreenHead title="New system" under="Then its outdoor coil" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the system" onPress={() => void save()} busy={add.isPending} />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <FormField control={control} name="name" label="System" help="For example: Heat pump, upstairs" />
      <Part first title={<Label>Kind</Label>}>
        <Controller
          control={control}
          name="configuration"
          render={({ field }) => (
            <OneOf
              label="Kind"
              options={CONFIGURATIONS.map((id) => ({ value: id, label: CONFIGURATION_TABLE[id].name }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </Part>
      <FormField control={control} name="model" label="Model number" help={read.line} />
      {read.ok ? null : (
        <FormField control={control} name="tons" label="Tons" help="Only if the model number does not tell" keyboard="decimal-pad" />
      )}
      <Part first title={<Label>Refrigerant</Label>}>
        <Controller
          control={control}
          name="refrigerant"
          render={({ field }) => (
            <OneOf
              label="Refrigerant"
              options={REFRIGERANTS.map((id) => ({ value: id, label: id === 'unknown' ? 'Not sure' : id }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Small ink="inkSoft">R-32 and R-454B are mildly flammable.</Small>
      </Part>
      <FormField control={control} name="madeYear" label="Year made" keyboard="number-pad" />
    </Screen>
  );
}
