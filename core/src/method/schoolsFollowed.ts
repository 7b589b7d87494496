import type { CoilPlan } from './coilPlan';
import type { Decision } from './decide';
import type { Situation } from './facts';
import { SCHOOL_NAMES } from './houseRules';

/** What a plan follows of the shop's schools, and what was laid aside for this coil, with why. Nothing is named that nothing came of. */
export function schoolsOf(
  { house, facts }: Situation,
  { chemistry, rinse, soak, stop }: Decision,
): Pick<CoilPlan, 'schools' | 'schoolsLeft'> {
  const schools: string[] = [];
  const schoolsLeft: string[] = [];
  if (stop.value.verdict !== 'wash') return { schools, schoolsLeft };
  const { cleaner, waterFirst, ending } = chemistry.value;
  const say = (name: string, followed: boolean, why: string) => {
    if (followed) schools.push(name);
    else schoolsLeft.push(`${name}: ${why}`);
  };
  const bySchool = { 'water-first': waterFirst, cleaner: cleaner !== null && !waterFirst, household: cleaner?.chemistry === 'household' };
  const name = SCHOOL_NAMES.chemistry[house.chemistry];
  if (facts.chemistryGrade > 0 && chemistry.value.chart.ladder.length > 0)
    say(
      name,
      bySchool[house.chemistry],
      cleaner === null
        ? 'nothing that may be used here'
        : house.chemistry === 'water-first'
          ? 'this coil goes straight to cleaner'
          : 'ruled out here',
    );
  if (soak.value.dwell && ending === 'rinse')
    say(
      SCHOOL_NAMES.dwell[house.dwell],
      !soak.rules.some(({ id }) => id === 'dwell.drying'),
      soak.rules.find(({ id }) => id === 'dwell.drying')?.because ?? '',
    );
  const way = rinse.rules.find(({ id }) => id.startsWith('rinse.'));
  if (facts.role === 'condenser' && way)
    say(
      SCHOOL_NAMES.rinse[house.rinse],
      rinse.rules.some(({ id }) => id.startsWith('rinse.school')),
      way.because,
    );
  return { schools, schoolsLeft };
}
