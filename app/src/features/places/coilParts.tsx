import { useArchive, useHouseRules } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import { Banner, Companion, ConstructionDrawing, Label, OneOf, Part, Small, space } from '@/ui';
import type { CoilRecord } from '@elm-mist/contract';
import {
  type CoilRole,
  type CoilShape,
  COIL_SHAPES,
  CONSTRUCTIONS,
  CONSTRUCTION_TABLE,
  FACES_ALLOWED,
  typicalFaceWidthM,
} from '@elm-mist/core/equipment';
import { EDGES, METRES_PER_INCH, showFigure, toSi } from '@elm-mist/core/units';
import { router } from 'expo-router';
import { type UseFormReturn, Controller, useFieldArray } from 'react-hook-form';
import { View } from 'react-native';
import { FormField, FormOneOf } from '../shared/formField';
import { type CoilFormValues, facesFor, newFace } from './coilFormValues';
import { FaceFields } from './FaceFields';

const SHAPE_WORDS: Record<CoilShape, string> = {
  wrap: 'Wrap-round',
  slab: 'Slab',
  'a-coil': 'A-coil',
  'n-coil': 'N-coil',
  'wall-head': 'Wall head',
};
const SHAPES_FOR: Record<CoilRole, readonly CoilShape[]> = {
  condenser: ['wrap', 'slab'],
  evaporator: COIL_SHAPES.filter((shape) => shape !== 'wrap'),
};
/** Usual finned height of an outdoor coil, 28 in. Common practice, no source. */
const USUAL_HEIGHT_M = 28 * METRES_PER_INCH;

interface Bound {
  form: UseFormReturn<CoilFormValues>;
  role: CoilRole;
}

/** How the coil is built: construction, rows and shape. */
export function BuildPart({ form: { control, setValue }, role }: Bound) {
  return (
    <>
      <Part first title={<Label>Construction</Label>}>
        <FormOneOf
          control={control}
          name="construction"
          label="Construction"
          options={CONSTRUCTIONS.map((id) => ({
            value: id,
            label: CONSTRUCTION_TABLE[id].name,
            help: CONSTRUCTION_TABLE[id].howToKnow,
            drawing: <ConstructionDrawing construction={id} />,
          }))}
        />
      </Part>
      <Part title={<Label>Rows deep</Label>}>
        <FormOneOf control={control} name="rows" label="Rows deep" options={[1, 2, 3].map((n) => ({ value: n, label: String(n) }))} />
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
    </>
  );
}

/** How large it is: measured face by face, or from the capacity. */
export function SizePart({
  form: { control, watch, getValues, setValue },
  role,
  btuh,
  estimated,
  setEstimated,
}: Bound & { btuh: number; estimated: boolean; setEstimated: (estimated: boolean) => void }) {
  const { units } = useHouseRules();
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
  return (
    <>
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
    </>
  );
}

/** Puts a coil away that was replaced. */
export function PutAwayCoil({ coil, onTrouble }: { coil: CoilRecord; onTrouble: (error: unknown) => void }) {
  const archive = useArchive();
  return (
    <Part>
      <IfMay power="records">
        <Companion
          title="Put this coil away"
          onPress={() =>
            archive.mutate(
              { of: 'coils', id: coil.id, archived: true },
              {
                onSuccess: () => router.replace(`/systems/${coil.systemId}`),
                onError: onTrouble,
              },
            )
          }
          busy={archive.isPending}
          testID="coil-archive"
        />
        <Small ink="inkSoft">As when it was replaced. Visits that worked on it keep it.</Small>
      </IfMay>
    </Part>
  );
}
