import { coilName, type CoilGeometry, type CoilRole } from '../equipment';
import { rowName } from '../survey';
import type { Finding } from './findingLife';

/** A coil as far as a place on it goes. */
interface PlacedCoil {
  id: string;
  name?: string;
  role: CoilRole;
  geometry: Pick<CoilGeometry, 'faces' | 'rows'>;
}

/**
 * Where a finding is, in words: the coil, its face and its row; empty for the unit itself.
 * @param finding with where it was noted
 * @param coils of the system
 * @returns words
 * @example findingPlace({ coilId: null }, []) // ""
 */
export function findingPlace(finding: Pick<Finding, 'coilId' | 'faceId' | 'row'>, coils: readonly PlacedCoil[]): string {
  const coil = coils.find((each) => each.id === finding.coilId);
  if (!coil) return '';
  const face = coil.geometry.faces.find((each) => each.id === finding.faceId);
  const row = face && finding.row !== undefined && finding.row !== null ? rowName(coil.geometry.rows, finding.row) : '';
  return [coilName(coil), face?.name, row].filter(Boolean).join(', ');
}
