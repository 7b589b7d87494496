import type { CoilBuild } from '../method';
import { worstOf, type CoilSurvey, type SiteConditions } from '../survey';
import type { PracticeCase } from './practiceCase';

/** What a coil of a visit leaves to practise on: nothing that tells whose it is. */
export type PracticeCoil = Omit<PracticeCase, 'id'>;

const USUAL_AIR: SiteConditions = { dryBulbC: 27, rhPct: 55, windMs: 1, sun: 'shade' };
const USUAL_PAN = { litres: 4, drainLMin: 1 };
const between = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, Math.round(value * 100) / 100));

/**
 * A coil of a visit as one to practise on, without name, place or words of it: how it is built, what was found, the air it was found in.
 * @param coil as it is built
 * @param survey what was seen of it
 * @param site the air that was noted; null for a mild day in the shade
 * @returns a coil whose name and lesson are still to be given
 * @example practiceCoilOf(coil(), graded(3), null).grade // 3
 */
export function practiceCoilOf(coil: CoilBuild, survey: CoilSurvey, site: SiteConditions | null): PracticeCoil {
  const { faces, finnedHeightM, rows } = coil.geometry;
  const widest = Math.max(0, ...faces.map(({ widthM }) => widthM));
  const { panVolumeL, drainLMin, finStiffness } = survey.answers;
  const indoor = coil.role === 'evaporator';
  return {
    name: '',
    lesson: '',
    role: coil.role,
    construction: coil.construction,
    rows,
    widthM: between(widest, 0.2, 1.5),
    heightM: between(finnedHeightM, 0.2, 1.5),
    soils: survey.soils.length > 0 ? survey.soils.slice(0, 3) : ['dust'],
    grade: worstOf(survey.grades) ?? 2,
    stiffness: finStiffness === 'stiff' ? 'stiff' : 'soft',
    topOpens: indoor || coil.topOpens,
    site: site ?? USUAL_AIR,
    pan: indoor ? { litres: panVolumeL ?? USUAL_PAN.litres, drainLMin: drainLMin ?? USUAL_PAN.drainLMin } : null,
  };
}
