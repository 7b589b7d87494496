import { draftValues, systemQuery, useAddCoil, useChangeCoil, useDraft, useFormDraft, useHouseRules } from '@/data';
import { Restored } from '@/features/shared/Restored';
import { Act, Banner, Companion, Label, Part, Screen, ScreenHead, ThumbBar, Waiting } from '@/ui';
import type { CoilRecord } from '@elm-mist/contract';
import { coilName, MOST_COILS, ROLE_NAMES, type CoilRole } from '@elm-mist/core/equipment';
import { GUARDS, type Guard } from '@elm-mist/core/method';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useForm } from 'react-hook-form';
import { FormField, FormOneOf, FormTick } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { useSave } from '../shared/useSave';
import { coilFormSchema, coilOfForm, formOfCoil, type CoilFormValues } from './coilFormValues';
import { BuildPart, PutAwayCoil, SizePart } from './coilParts';

const GUARD_WORDS: Record<Guard, string> = { none: 'None', wire: 'Wire', louvre: 'Louvred panels', hinged: 'Hinged doors' };
export function CoilForm() {
  const { systemId, coilId, role } = useLocalSearchParams<{ systemId: string; coilId?: string; role?: string }>();
  const { data } = useQuery(systemQuery(systemId));
  const coil = data?.coils.find((row) => row.id === coilId);
  if (!data || (coilId && !coil))
    return (
      <Screen head={<ScreenHead title="Coil" />}>
        <Waiting what="the coil" />
      </Screen>
    );
  return (
    <CoilFields
      // The next coil of a new system is a form of its own, with a draft of its own.
      key={coil?.id ?? role}
      systemId={systemId}
      coil={coil}
      role={coil?.role ?? (role === 'evaporator' ? 'evaporator' : 'condenser')}
      more={data.coils.length === 0}
      btuh={data.system.btuh}
      several={MOST_COILS[data.system.configuration][coil?.role ?? (role === 'evaporator' ? 'evaporator' : 'condenser')] > 1}
    />
  );
}

function CoilFields({
  systemId,
  coil,
  role,
  more,
  btuh,
  several,
}: {
  systemId: string;
  coil: CoilRecord | undefined;
  role: CoilRole;
  more: boolean;
  btuh: number;
  /** This kind of system may have others like it. */
  several: boolean;
}) {
  const { units } = useHouseRules();
  const add = useAddCoil();
  const change = useChangeCoil();
  // Typed in the units of now: in others it is another draft.
  const key = `coil.${coil?.id ?? `new.${systemId}.${role}`}.${units}`;
  const [estimated, setEstimated, dropEstimated] = useDraft(`${key}.estimated`, () => coil?.sizeEstimated ?? false);
  const form = useForm<CoilFormValues>({
    resolver: yupResolver(coilFormSchema(units)),
    defaultValues: draftValues(key, formOfCoil(coil, role, units)),
  });
  const { control, handleSubmit, setError, watch, reset } = form;
  const { drop, restored, anew } = useFormDraft(key, watch);
  const { trouble, setTrouble, save } = useSave((error) =>
    placeErrors(error, setError, { name: 'name', finnedHeightM: 'height', finsPerInch: 'finsPerInch', rows: 'rows' }),
  );
  const send = handleSubmit(async (values) => {
    const input = coilOfForm(values, coil, role, units, estimated);
    await save(
      async () => {
        if (coil) await change.mutateAsync({ id: coil.id, coil: input });
        else await add.mutateAsync({ systemId, coil: input });
        drop();
        dropEstimated();
      },
      () => router.replace(`/systems/${systemId}${!coil && more && role === 'condenser' ? '/coil?role=evaporator' : ''}`),
    );
  });
  return (
    <Screen
      head={
        <ScreenHead
          title={coil ? coilName(coil) : `New ${ROLE_NAMES[role].toLowerCase()}`}
          under="How it is built decides what may touch it"
        />
      }
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.replace(`/systems/${systemId}`)} />
          <Act title="Save the coil" onPress={() => void send()} busy={add.isPending || change.isPending} />
        </ThumbBar>
      }
    >
      <Restored
        shown={restored}
        onStartOver={() => {
          reset(formOfCoil(coil, role, units));
          setEstimated(coil?.sizeEstimated ?? false);
          dropEstimated();
          anew();
        }}
      />
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {several ? (
        <FormField
          control={control}
          name="name"
          label="Name"
          help={role === 'evaporator' ? 'Where it is: “Bedroom head”' : 'Which circuit'}
          testID="coil-name"
        />
      ) : null}
      <BuildPart form={form} role={role} />
      <SizePart form={form} role={role} btuh={btuh} estimated={estimated} setEstimated={setEstimated} />
      {role === 'condenser' ? (
        <Part title={<Label>Guards</Label>}>
          <FormOneOf control={control} name="guards" label="Guards" options={GUARDS.map((id) => ({ value: id, label: GUARD_WORDS[id] }))} />
          <FormTick control={control} name="topOpens" label="The top opens, the inside face can be reached" />
        </Part>
      ) : null}
      <FormTick control={control} name="makerWaterOnly" label="The maker’s manual allows water only" help="It outranks every other rule" />
      {coil ? <PutAwayCoil coil={coil} onTrouble={(error) => setTrouble(placeErrors(error, setError, {}))} /> : null}
    </Screen>
  );
}
