import type { CoilInput, CoilRecord } from '@elm-mist/contract';
import { FPI_RANGE, USUAL_ROW_DEPTH_M, type CoilRole, type CoilShape, type Construction } from '@elm-mist/core/equipment';
import type { Guard } from '@elm-mist/core/method';
import { readFigure, showFigure, toSi, type UnitSystem } from '@elm-mist/core/units';
import { array, boolean, mixed, number, object, string } from 'yup';
import { typedFigure } from '../shared/figures';

export interface FormFace {
  name: string;
  width: string;
  wallSide: boolean;
  /** Degrees clockwise from north; null when nobody noted it. */
  facesDeg: number | null;
  /** A wall or fence before it: how high above the middle of the face, how far off; both empty for none. */
  fenceHeight: string;
  fenceDistance: string;
}

/** Near enough for the sun on a face: eight directions. */
export const DIRECTIONS = ['North', 'North-east', 'East', 'South-east', 'South', 'South-west', 'West', 'North-west'].map((label, i) => ({
  value: i * 45,
  label,
}));
export const nearest = (degrees: number): number => (Math.round(degrees / 45) % 8) * 45;

/** What the form of a coil holds, as typed. */
export interface CoilFormValues {
  name: string;
  construction: Construction;
  shape: CoilShape;
  rows: number;
  finsPerInch: string;
  height: string;
  guards: Guard;
  topOpens: boolean;
  makerWaterOnly: boolean;
  faces: FormFace[];
}

const FACE_NAMES: Record<CoilShape, string[]> = {
  wrap: ['Front', 'Left', 'Back', 'Right'],
  slab: ['Slab'],
  'a-coil': ['Left slab', 'Right slab'],
  'n-coil': ['Left slab', 'Middle slab', 'Right slab'],
  'wall-head': ['Front bend', 'Top bend', 'Rear bend'],
};

export const newFace = (name: string): FormFace => ({
  name,
  width: '',
  wallSide: false,
  facesDeg: null,
  fenceHeight: '',
  fenceDistance: '',
});

/** Faces of a coil of this shape, none of them measured. */
export const facesFor = (shape: CoilShape): FormFace[] => FACE_NAMES[shape].map(newFace);

/** What may be typed, with the field that is at fault. */
export const coilFormSchema = (units: UnitSystem) =>
  object({
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

/** A coil as the form shows it; a usual one where there is none yet. */
export function formOfCoil(coil: CoilRecord | undefined, role: CoilRole, units: UnitSystem): CoilFormValues {
  const shape: CoilShape = coil?.geometry.shape ?? (role === 'condenser' ? 'wrap' : 'a-coil');
  return {
    name: coil?.name ?? '',
    construction: coil?.construction ?? 'unknown',
    shape,
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
      : facesFor(shape),
  };
}

/**
 * What was typed as it is kept. A figure that nobody changed stays as exact as it was: it is shown rounded, and would else move with every save.
 * @param coil as it was; undefined for a new one
 */
export function coilOfForm(
  values: CoilFormValues,
  coil: CoilRecord | undefined,
  role: CoilRole,
  units: UnitSystem,
  sizeEstimated: boolean,
): CoilInput {
  const metres = (typed: string, was: number | undefined): number =>
    was !== undefined && typed === showFigure('length', was, units) ? was : toSi('length', typed, units);
  return {
    name: values.name,
    role,
    construction: values.construction,
    shape: values.shape,
    finnedHeightM: metres(values.height, coil?.geometry.finnedHeightM),
    rows: values.rows,
    finsPerInch: readFigure(values.finsPerInch),
    rowDepthM: coil?.geometry.rowDepthM ?? USUAL_ROW_DEPTH_M,
    faces: values.faces.map((face, i) => {
      const was = coil?.geometry.faces[i];
      const sides = {
        facesDeg: typeof was?.facesDeg === 'number' && face.facesDeg === nearest(was.facesDeg) ? was.facesDeg : face.facesDeg,
        fence:
          face.fenceHeight.trim() === ''
            ? null
            : { heightM: metres(face.fenceHeight, was?.fence?.heightM), distanceM: metres(face.fenceDistance, was?.fence?.distanceM) },
      };
      return {
        id: was?.id ?? `f${i + 1}`,
        name: face.name,
        widthM: metres(face.width, was?.widthM),
        wallSide: face.wallSide,
        ...(role === 'condenser' ? sides : {}),
      };
    }),
    guards: values.guards,
    topOpens: values.topOpens,
    makerWaterOnly: values.makerWaterOnly,
    sizeEstimated,
  };
}
