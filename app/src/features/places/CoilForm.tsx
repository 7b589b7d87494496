import { yupResolver } from '@hookform/resolvers/yup';
import type { CoilInput, CoilRecord } from '@elm-mist/contract';
import {
  COIL_SHAPES,
  CONSTRUCTION_TABLE,
  CONSTRUCTIONS,
  EDGES,
  FACES_ALLOWED,
  FPI_RANGE,
  GUARDS,
  METRES_PER_INCH,
  readFigure,
  showFigure,
  toSi,
  typicalFaceWidthM,
  USUAL_ROW_DEPTH_M,
  type CoilRole,
  type CoilShape,
  type Construction,
  type Guard,
  type UnitSystem,
  ROLE_NAMES,
  coilName,
  MOST_COILS,
} from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Controller, useFieldArray, useForm } from 'react-hook-form';
import { View } from 'react-native';
import { array, boolean, mixed, number, object, string } from 'yup';
import { systemQuery, useAddCoil, useArchive, useChangeCoil, useHouseRules } from '@/data';
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
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { nearest, type CoilFormValues, type FormFace } from './coilFormValues';
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
const FACE_NAMES: Record<CoilShape, string[]> = {
  wrap: ['Front', 'Left', 'Back', 'Right'],
  slab: ['Slab'],
  'a-coil': ['Left slab', 'Right slab'],
  'n-coil': ['Left slab', 'Middle slab', 'Right slab'],
  'wall-head': ['Front bend', 'Top bend', 'Rear bend'],
};

/** Usual finned height of an outdoor coil, 28 in. Common practice, no source. */
const USUAL_HEIGHT_M = 28 * METRES_PER_INCH;

const facesFor = (shape: CoilShape): FormFace[] =>
  FACE_NAMES[shape].map((name) => ({ name, width: '', wallSide: false, facesDeg: null, fenceHeight: '', fenceDistance: '' }));

const fenceOf = (face: FormFace, units: UnitSystem) =>
  face.fenceHeight.trim() === ''
    ? null
    : { heightM: toSi('length', face.fenceHeight, units), distanceM: toSi('length', face.fenceDistance, units) };

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
  const [trouble, setTrouble] = useState('');
  const [estimated, setEstimated] = useState(coil?.sizeEstimated ?? false);
  const firstShape: CoilShape = coil?.geometry.shape ?? (role === 'condenser' ? 'wrap' : 'a-coil');
  const schema = object({
    name: string().defined().trim().max(40, 'The name may have 40 characters at most.'),
    construction: mixed<Construction>().defined(),
    shape: mixed<CoilShape>().defined(),
    rows: number().defined(),
    finsPerInch: typedFigure('Fins per inch', 'count', units, FPI_RANGE.min, FPI_RANGE.max),
    height: typedFigure('Finned height', 'length', units, 0.05, 4),
    guards: mixed<Guard>().defined(),
    topOpens: boolean().defined(),
    makerWaterOnly: boolean().defined(),
    faces: array(
      object({
        name: string().defined().trim().required('Name the face.'),
        width: typedFigure('Width', 'length', units, 0.05, 6),
        wallSide: boolean().defined(),
        facesDeg: number().nullable().defined(),
        fenceHeight: typedFigure('Wall or fence', 'length', units, 0, 20, true),
        fenceDistance: typedFigure('How far off', 'length', units, 0.05, 30, true).test(
          'both',
          'Type the height and how far off, or neither.',
          (far, context) => ((far ?? '').trim() === '') === (((context.parent as FormFace).fenceHeight ?? '').trim() === ''),
        ),
      }),
    ).defined(),
  });
  const { control, handleSubmit, setError, watch, setValue, getValues } = useForm<CoilFormValues>({
    resolver: yupResolver(schema),
    defaultValues: {
      name: coil?.name ?? '',
      construction: coil?.construction ?? 'unknown',
      shape: firstShape,
      rows: coil?.geometry.rows ?? 1,
      finsPerInch: coil ? String(coil.geometry.finsPerInch) : '16',
      height: showFigure('length', coil?.geometry.finnedHeightM, units),
      guards: coil?.guards ?? (role === 'condenser' ? 'wire' : 'none'),
      topOpens: coil?.topOpens ?? role === 'condenser',
      makerWaterOnly: coil?.makerWaterOnly ?? false,
      faces: coil
        ? coil.geometry.faces.map((face) => ({
            name: face.name,
            width: showFigure('length', face.widthM, units),
            wallSide: face.wallSide,
            facesDeg: typeof face.facesDeg === 'number' ? nearest(face.facesDeg) : null,
            fenceHeight: showFigure('length', face.fence?.heightM, units),
            fenceDistance: showFigure('length', face.fence?.distanceM, units),
          }))
        : facesFor(firstShape),
    },
  });
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
  const save = handleSubmit(async (values) => {
    setTrouble('');
    const input: CoilInput = {
      name: values.name,
      role,
      construction: values.construction,
      shape: values.shape,
      finnedHeightM: toSi('length', values.height, units),
      rows: values.rows,
      finsPerInch: readFigure(values.finsPerInch),
      rowDepthM: coil?.geometry.rowDepthM ?? USUAL_ROW_DEPTH_M,
      faces: values.faces.map((face, i) => ({
        id: coil?.geometry.faces[i]?.id ?? `f${i + 1}`,
        name: face.name,
        widthM: toSi('length', face.width, units),
        wallSide: face.wallSide,
        ...(role === 'condenser' ? { facesDeg: face.facesDeg, fence: fenceOf(face, units) } : {}),
      })),
      guards: values.guards,
      topOpens: values.topOpens,
      makerWaterOnly: values.makerWaterOnly,
      sizeEstimated: estimated,
    };
    try {
      if (coil) await change.mutateAsync({ id: coil.id, coil: input });
      else await add.mutateAsync({ systemId, coil: input });
      if (!coil && more && role === 'condenser') router.replace(`/systems/${systemId}/coil?role=evaporator`);
      else router.replace(`/systems/${systemId}`);
    } catch (error) {
      setTrouble(placeErrors(error, setError, { name: 'name', finnedHeightM: 'height', finsPerInch: 'finsPerInch', rows: 'rows' }));
    }
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
          <Act title="Save the coil" onPress={() => void save()} busy={add.isPending || change.isPending} />
        </ThumbBar>
      }
    >
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
              <Companion
                title="One face more"
                onPress={() =>
                  faces.append({
                    name: FACE_NAMES[shape][faces.fields.length] ?? '',
                    width: '',
                    wallSide: false,
                    facesDeg: null,
                    fenceHeight: '',
                    fenceDistance: '',
                  })
                }
              />
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
