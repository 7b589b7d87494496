import { LABEL_GAP_NAMES } from '../mix';
import { rowName, ungraded } from '../survey';
import { formatRatio } from '../units';
import { decide, type Decision } from './decide';
import { situationOf, type Situation } from './facts';

/** Rows that would fall away if somebody tried. */
const UNTRIED: readonly string[] = ['ending.unproven', 'ending.pan-unseen', 'ending.float-untried'];

/** What was not known; the plan is on the careful side for each. */
export function missingFacts(situation: Situation, { stop, chemistry, rinse }: Decision): string[] {
  const { coil, survey, context, shelf, house, facts } = situation;
  const { cleaner, ending } = chemistry.value;
  const { rows, faces } = coil.geometry;
  const open = ungraded(
    survey.grades,
    faces.map((face) => face.id),
    rows,
  ).map(({ faceId, row }) => [faces.find((face) => face.id === faceId)?.name ?? faceId, rowName(rows, row)].filter(Boolean).join(' '));
  const washes = stop.value.verdict === 'wash';
  const missing: string[] = [];
  if (open.length > 0) missing.push(`Not graded: ${open.join(', ')}. Planned for the worst grade given.`);
  if (coil.construction === 'unknown') {
    const copper = decide(situationOf({ ...coil, construction: 'copper-plate-fin' }, survey, context, shelf, house));
    const { cleaner: other } = copper.chemistry.value;
    const strength = copper.strength.value;
    const words = other ? `${other.name}${strength ? ` ${formatRatio(strength)}` : ''}` : 'water';
    missing.push(`Construction not known: planned as all-aluminium. On copper tube it would be: ${words}.`);
  }
  if (coil.sizeEstimated) missing.push('Size taken from the capacity, not measured: volume and times are estimates.');
  if (coil.role === 'condenser' && !context.site) missing.push('No conditions noted: the clock cannot say when foam dries.');
  if (washes && rinse.rules.some((rule) => rule.id === 'force.not-stiff'))
    missing.push('Nobody has tried how stiff the fins are: rinsed gently until somebody does.');
  if (washes && ending === 'condensate' && facts.condensate === 'unknown')
    missing.push('Return air not measured: in dry air no condensate runs. Note its humidity in Look, or rinse by hand.');
  if (washes && cleaner && !cleaner.rinseNeeded && UNTRIED.includes(chemistry.value.endingRule))
    missing.push(
      `Condensate can rinse ${cleaner.name} after three checks: drain flow test, drain pan, float switch. Until then rinse by hand.`,
    );
  if (cleaner?.assumed && cleaner.assumed.length > 0)
    missing.push(
      `The label of ${cleaner.name} is not complete on the shelf. Taken on the mild side of its class: ${cleaner.assumed.map((gap) => LABEL_GAP_NAMES[gap]).join(', ')}.`,
    );
  return missing;
}
