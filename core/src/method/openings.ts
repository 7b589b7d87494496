import { tableOf } from '../errors';
import { commonPractice, type Source } from '../because';
import type { CoilRole } from '../equipment';
import type { OpeningId } from '../survey';
import type { SurveyFacts } from './methodFacts';
import { firstMatch, type Rule } from './rule';

/** What one way of opening is. */
export interface OpeningFacts {
  id: OpeningId;
  name: string;
  role: CoilRole;
  /** Added minutes for opening and closing again. Common practice, no source. */
  minutes: number;
  /** The inside face of the coil can be reached. */
  inside: boolean;
  what: string;
  givesUp: string;
}

/** How far to open, from least to most for each side. Common practice, no source. */
export const OPENING_TABLE: Record<OpeningId, OpeningFacts> = tableOf('opening', {
  exterior: {
    id: 'exterior',
    name: 'Exterior',
    role: 'condenser',
    minutes: 0,
    inside: false,
    what: 'Guards stay on, the faces are washed',
    givesUp: 'Dirt under the guards and between rows stays.',
  },
  'guards-off': {
    id: 'guards-off',
    name: 'Guards off',
    role: 'condenser',
    minutes: 13,
    inside: false,
    what: 'Guards or louvres off',
    givesUp: 'The inside face and the base stay as they are.',
  },
  'top-open': {
    id: 'top-open',
    name: 'Top open',
    role: 'condenser',
    minutes: 35,
    inside: true,
    what: 'Top and fan off, both sides of every face',
    givesUp: 'What lies in the base pan behind the panels stays.',
  },
  deep: {
    id: 'deep',
    name: 'Deep',
    role: 'condenser',
    minutes: 60,
    inside: true,
    what: 'Panels and fan assembly out, both sides, base pan',
    givesUp: '',
  },
  panel: {
    id: 'panel',
    name: 'Panel only',
    role: 'evaporator',
    minutes: 10,
    inside: false,
    what: 'Access panel off, looked over',
    givesUp: 'Coil and pan stay as they are.',
  },
  'coil-and-pan': {
    id: 'coil-and-pan',
    name: 'Coil and pan',
    role: 'evaporator',
    minutes: 18,
    inside: false,
    what: 'Coil washed, pan and drain cleaned',
    givesUp: 'A caked wheel goes on moving less air.',
  },
  'wheel-out': {
    id: 'wheel-out',
    name: 'Wheel out',
    role: 'evaporator',
    minutes: 70,
    inside: false,
    what: 'Blower wheel out and washed, coil and pan',
    givesUp: '',
  },
});

/**
 * Openings of one side, least first.
 * @param role which coil
 * @returns from the least to the most
 * @example openingsFor('evaporator')[0].id // "panel"
 */
export const openingsFor = (role: CoilRole): OpeningFacts[] => Object.values(OPENING_TABLE).filter((opening) => opening.role === role);

const rule = (
  id: string,
  when: Rule<SurveyFacts, OpeningId>['when'],
  then: OpeningId,
  because: string,
  source: Source = commonPractice,
): Rule<SurveyFacts, OpeningId> => ({ id: `open.${id}`, when, then, because, source });

/** The proposed opening: the first row that fits. */
export const OPENING_RULES: readonly Rule<SurveyFacts, OpeningId>[] = [
  rule('packed', { role: 'condenser', topOpens: true, grade: 4 }, 'deep', 'A packed coil has its base full as well.'),
  rule(
    'mud',
    { role: 'condenser', topOpens: true, linesInMud: true },
    'top-open',
    'Wet mud corrodes copper and rusts the pan: it comes out by hand, from above first.',
  ),
  rule(
    'lip',
    { role: 'condenser', topOpens: true, baseLip: true, grade: { min: 2 } },
    'deep',
    'The base lip hides what the faces have lost: it is reached with the panels out.',
  ),
  rule(
    'rows-unseen',
    { role: 'condenser', topOpens: true, innerUnseen: true },
    'top-open',
    'Nobody has seen the inner row: an inner row that was not seen is not clean.',
  ),
  rule(
    'spine',
    { role: 'condenser', topOpens: true, construction: ['spine-fin-copper', 'spine-fin-aluminium'], grade: { min: 2 } },
    'top-open',
    'Spines hold what is pushed in from outside: washed from inside out.',
  ),
  rule(
    'weep',
    { role: 'condenser', topOpens: true, weepHoles: 'blocked' },
    'top-open',
    'Blocked weep holes hold the water you pour: they are freed from above first.',
  ),
  rule('debris', { role: 'condenser', topOpens: true, debrisInside: true }, 'top-open', 'What lies inside comes out by hand, from above.'),
  rule(
    'mat',
    { role: 'condenser', topOpens: true, matBetweenRows: true },
    'top-open',
    'A mat between the rows is reached from inside only.',
  ),
  rule(
    'rows',
    { role: 'condenser', topOpens: true, rows: { min: 2 }, grade: { min: 2 } },
    'top-open',
    'In two rows dirt hides between them: the outside alone leaves the inner row blocked.',
  ),
  rule(
    'blocked',
    { role: 'condenser', topOpens: true, grade: { min: 3 } },
    'top-open',
    'A blocked coil is pushed clear from inside, the way the air brought the dirt.',
  ),
  rule(
    'symptom',
    { role: 'condenser', topOpens: true, coolingSymptom: true, grade: { max: 2 } },
    'top-open',
    'A face that passes the eye can still be blocked inside.',
  ),
  rule(
    'turn',
    { role: 'condenser', topOpens: true, washesSinceOpened: { min: 2 } },
    'top-open',
    'Two washes from outside since it was opened: every second or third goes deep.',
  ),
  rule(
    'guards',
    { role: 'condenser', guards: ['wire', 'louvre', 'hinged'], grade: { min: 1 } },
    'guards-off',
    'Guards hold debris and keep the jet off the fins.',
  ),
  rule('exterior', { role: 'condenser' }, 'exterior', 'Nothing here asks for more.'),
  rule('no-panel', { role: 'evaporator', accessPanel: 'none' }, 'panel', 'There is no panel to reach the coil by: one is quoted first.'),
  rule('wheel', { role: 'evaporator', wheel: 'caked' }, 'wheel-out', 'A caked wheel moves less air than a dirty coil lets through.'),
  rule('coil', { role: 'evaporator', grade: { min: 1 } }, 'coil-and-pan', 'The coil is soiled, so its pan and drain are done with it.'),
  rule('pan', { role: 'evaporator', pan: ['slime', 'rusted', 'cracked', 'standing-water'] }, 'coil-and-pan', 'The pan needs cleaning.'),
  rule('drain', { role: 'evaporator', primaryDrain: ['slow', 'blocked'] }, 'coil-and-pan', 'The drain wants clearing.'),
  rule('panel', { role: 'evaporator' }, 'panel', 'Looked over and wiped.'),
];

/** What asks for more than is proposed, so that it may be offered: the first row that fits. Common practice, no source. */
const MORE_ASKED: readonly Rule<SurveyFacts, OpeningId>[] = [
  rule('more-packed', { role: 'condenser', grade: 4 }, 'deep', 'A packed coil has its base full as well.'),
  rule('more-debris', { role: 'condenser', debrisInside: true }, 'deep', 'Leaves and lumps lie in the base too.'),
  rule('more-mat', { role: 'condenser', matBetweenRows: true }, 'deep', 'A mat between the rows is reached with the panels out.'),
  rule(
    'more-base',
    { role: 'condenser', weepHoles: ['blocked', 'none'] },
    'deep',
    'A base that holds water is cleaned with the panels out.',
  ),
  rule('more-caked', { role: 'evaporator', wheel: 'caked' }, 'wheel-out', 'A caked wheel is washed out of its housing.'),
];

/**
 * The furthest opening that is worth offering: what is proposed, or more where something that was seen asks for it.
 * @param facts of the coil, as its plan has them
 * @param proposed by the rules
 * @returns the opening
 * @example furthestAsked(planCoil(coil(), graded(2), mildDay, shelf, house()).facts, 'top-open') // 'top-open'
 */
export function furthestAsked(facts: SurveyFacts, proposed: OpeningId): OpeningId {
  const more = firstMatch(MORE_ASKED, facts)?.then;
  const ids = openingsFor(facts.role).map((row) => row.id);
  return more && ids.indexOf(more) > ids.indexOf(proposed) ? more : proposed;
}
