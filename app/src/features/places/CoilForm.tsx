import { yupResolver } from '@hookform/resolvers/yup';
import type { CoilRecord } from '@elm-mist/contract';
import {
  COIL_SHAPES,
  CONSTRUCTION_TABLE,
  CONSTRUCTIONS,
  FACES_ALLOWED,
  typicalFaceWidthM,
  type CoilRole,
  type CoilShape,
  ROLE_NAMES,
  coilName,
  MOST_COILS,
} from '@elm-mist/core/equipment';
import { GUARDS, type Guard } from '@elm-mist/core/method';
import { EDGES, METRES_PER_INCH, showFigure, toSi } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { Controller, useFieldArray, useForm } from 'react-hook-form';
import { View } from 'react-native';
import { draftValues, systemQuery, useAddCoil, useArchive, useChangeCoil, useDraft, useFormDraft, useHouseRules } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import {
  Act,
  Banner,
  Companion,
  ConstructionDrawing,
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
import { Restored } from '@/features/shared/Restored';
import { useSave } from '../shared/useSave';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { coilFormSchema, coilOfForm, facesFor, formOfCoil, newFace, type CoilFormValues } from './coilFormValues';
import { FaceFields } from './FaceFields';

const SHAPE_WORDS: Record<CoilShape, string> = {
  wrap: 'Wrap-round',
  slab: 'Slab',
  'a-coil': 'A-coil',
  'n-coil': 'N-coil',
  'wall-head': 'Wall head',
};
const GUARD_WORDS: Record<Guard, string> = { none: 'None', wire: 'Wire', louvre: 'Louvred panels', hinged: 'Hinged doors' };
const SHAPES_FOR: Record<CoilRole, readonly CoilShape[]> = {
  condenser: ['wrap', 'slab'],
  evaporator: COIL_SHAPES.filter((shape) => shape !== 'wrap'),
};
/** Usual finned height of an outdoor coil, 28 in. Common practice, no source. */
const USUAL_HEIGHT_M = 28 * METRES_PER_INCH;

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
  const archive = useArchive();
  // Typed in the units of now: in others it is another draft.
  const key = `coil.${coil?.id ?? `new.${systemId}.${role}`}.${units}`;
  const [estimated, setEstimated, dropEstimated] = useDraft(`${key}.estimated`, () => coil?.sizeEstimated ?? false);
  const { control, handleSubmit, setError, watch, setValue, getValues, reset } = useForm<CoilFormValues>({
    resolver: yupResolver(coilFormSchema(units)),
    defaultValues: draftValues(key, formOfCoil(coil, role, units)),
  });
  const { drop, restored, anew } = useFormDraft(key, watch);
  const faces = useFieldArray({ control, name: 'faces' });
  const shape = watch('shape');
  const allowed = FACES_ALLOWED[shape];
  /** Fills in a usual size for the capacity; measuring later takes the mark off. */
  const estimate = () => {
    const height = getValues('height').trim() === '' ? showFigure('length', USUAL_HEIGHT_M, units) : getValues('height');
    const heightM = toSi('length', height, units);
    if (!(heightM > 0.05 && heightM < 4)) return;
    const width = typicalFaceWidthM(btuh, heightM, faces.fields.length);
    setValue('height', height);
    faces.fields.forEach((_, index) => setValue(`faces.${index}.width`, showFigure('length', width, units)));
    setEstimated(true);
  };
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
      <Part first title={<Label>Construction</Label>}>
        <Controller
          control={control}
          name="construction"
          render={({ field }) => (
            <OneOf
              label="Construction"
              options={CONSTRUCTIONS.map((id) => ({
                value: id,
                label: CONSTRUCTION_TABLE[id].name,
                help: CONSTRUCTION_TABLE[id].howToKnow,
                drawing: <ConstructionDrawing construction={id} />,
              }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </Part>
      <Part title={<Label>Rows deep</Label>}>
        <Controller
          control={control}
          name="rows"
          render={({ field }) => (
            <OneOf
              label="Rows deep"
              options={[1, 2, 3].map((n) => ({ value: n, label: String(n) }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Small ink="inkSoft">Seen from above with the top off, or from the header.</Small>
      </Part>
      <Part title={<Label>Shape</Label>}>
        <Controller
          control={control}
          name="shape"
          render={({ field }) => (
            <OneOf
              label="Shape"
              options={SHAPES_FOR[role].map((id) => ({ value: id, label: SHAPE_WORDS[id] }))}
              value={field.value}
              onChange={(next) => {
                field.onChange(next);
                setValue('faces', facesFor(next));
              }}
            />
          )}
        />
      </Part>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField
          control={control}
          name="height"
          label={shape === 'a-coil' || shape === 'n-coil' ? 'Slab width' : 'Finned height'}
          unit={EDGES.length.unit[units]}
          keyboard="decimal-pad"
          grow
        />
        <FormField control={control} name="finsPerInch" label="Fins per inch" keyboard="decimal-pad" grow />
      </View>
      <Part title={<Label>{allowed.word === 'face' ? 'Open faces, in order round the unit' : `Each ${allowed.word}`}</Label>}>
        {role === 'condenser' ? (
          estimated ? (
            <View style={{ gap: space.s }}>
              <Banner tone="wait">Sizes taken from the capacity, not measured.</Banner>
              <Companion title="I have measured them" onPress={() => setEstimated(false)} />
            </View>
          ) : (
            <Companion title="Estimate from the capacity" onPress={estimate} testID="estimate-size" />
          )
        ) : null}
        {faces.fields.map((field, index) => (
          <FaceFields key={field.id} control={control} index={index} role={role} units={units} />
        ))}
        {allowed.min < allowed.max ? (
          <View style={{ flexDirection: 'row', gap: space.s }}>
            {faces.fields.length > allowed.min ? (
              <Companion title="One face fewer" onPress={() => faces.remove(faces.fields.length - 1)} />
            ) : null}
            {faces.fields.length < allowed.max ? (
              <Companion title="One face more" onPress={() => faces.append(newFace(facesFor(shape)[faces.fields.length]?.name ?? ''))} />
            ) : null}
          </View>
        ) : null}
      </Part>
      {role === 'condenser' ? (
        <Part title={<Label>Guards</Label>}>
          <Controller
            control={control}
            name="guards"
            render={({ field }) => (
              <OneOf
                label="Guards"
                options={GUARDS.map((id) => ({ value: id, label: GUARD_WORDS[id] }))}
                value={field.value}
                onChange={field.onChange}
              />
            )}
          />
          <Controller
            control={control}
            name="topOpens"
            render={({ field }) => (
              <Tick label="The top opens, the inside face can be reached" value={field.value} onChange={field.onChange} />
            )}
          />
        </Part>
      ) : null}
      <Controller
        control={control}
        name="makerWaterOnly"
        render={({ field }) => (
          <Tick
            label="The maker’s manual allows water only"
            help="It outranks every other rule"
            value={field.value}
            onChange={field.onChange}
          />
        )}
      />
      {coil ? (
        <Part>
          <IfMay power="records">
            <Companion
              title="Put this coil away"
              onPress={() =>
                archive.mutate(
                  { of: 'coils', id: coil.id, archived: true },
                  {
                    onSuccess: () => router.replace(`/systems/${systemId}`),
                    onError: (error) => setTrouble(placeErrors(error, setError, {})),
                  },
                )
              }
              busy={archive.isPending}
              testID="coil-archive"
            />
            <Small ink="inkSoft">As when it was replaced. Visits that worked on it keep it.</Small>
          </IfMay>
        </Part>
      ) : null}
    </Screen>
  );
}
