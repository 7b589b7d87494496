import { CONFIGURATIONS, POWER_SOURCE_NAMES } from '../../equipment';
import { CHEMISTRY_NAMES, CHEMISTRY_SUBSTANCES, clashesAmong, type Party } from '../../mix';
import { LOCKOUT_TABLE, lockoutHelp, type LockoutStep } from '../../run/lockoutSteps';
import { lockoutNeeds, lockoutStepsFor, sourceOf } from '../../run/lockoutNeeds';
import { isLockedOut, noLockout, stepLockout } from '../../run/lockout';
import { FINDING_KINDS, FINDING_TABLE, type FindingKind } from '../../survey';
import { LICENCE_NAMES } from '../../shop';
import { choice, type DrillMaker } from './drill';

const NOTHING = { id: 'open', text: 'Nothing: the gate is open' };

/** Someone proves a unit dead; a step may be missing, or its reading may not do. The gate of a visit says where it stops. */
const dead: DrillMaker = (draw) => {
  const configuration = draw.pick(CONFIGURATIONS);
  const role = draw.pick(['condenser', 'evaporator'] as const);
  const source = sourceOf(configuration, role);
  const order = lockoutStepsFor(configuration, lockoutNeeds(configuration, source, []));
  const fault = draw.pick(['missing', 'missing', 'live', 'meter', 'none'] as const);
  const readsDead = order.filter((step) => LOCKOUT_TABLE[step].reads === 'dead');
  const at: LockoutStep | null =
    fault === 'none' ? null : fault === 'missing' ? draw.pick(order) : fault === 'live' ? draw.pick(readsDead) : 'meter-proved';
  const told: string[] = [];
  let lockout = noLockout();
  for (const step of order) {
    if (fault === 'missing' && step === at) continue;
    const { reads, name } = LOCKOUT_TABLE[step];
    const volts =
      reads === null
        ? null
        : reads === 'live'
          ? step === at && fault === 'meter'
            ? 0
            : draw.whole(118, 242)
          : step === at
            ? draw.whole(24, 121)
            : 0;
    told.push(volts === null ? name : `${name}: ${volts} V`);
    lockout = stepLockout(lockout, order, step, { at: '2026-06-11T15:00:00Z', by: 'somebody', volts, skipped: null });
  }
  const open = isLockedOut(lockout, order);
  // Where it stops: the step that failed, or the first that nobody took.
  const stopped = lockout.failed?.step ?? order.find((step) => !lockout.done[step]) ?? null;
  const right = open || !stopped ? NOTHING : { id: stopped, text: LOCKOUT_TABLE[stopped].name };
  const others = draw
    .shuffled(order.filter((step) => step !== right.id))
    .slice(0, 3)
    .map((step) => ({ id: step, text: LOCKOUT_TABLE[step].name }));
  return {
    skill: `dead.${fault}`,
    ask: `Somebody has isolated the ${POWER_SOURCE_NAMES[source].toLowerCase()} and did this, in order. Which step is missing, or does not do?`,
    facts: told.map((text, i) => ({ label: `${i + 1}`, text })),
    drawing: null,
    answer: choice(draw, right, right.id === 'open' ? others : [...others, NOTHING]),
    because:
      right.id === 'open' || !stopped
        ? ['Every step was taken in order, and every reading does.', 'Another source may still be there: each is proved by itself.']
        : [lockoutHelp(stopped, source, 'unknown'), 'After a reading that does not do, all is done again from isolation on.'],
  };
};

const DO = {
  now: { id: 'now', text: 'Put it right on the spot' },
  offer: { id: 'offer', text: 'Note it with a photo, and offer it' },
  licensed: { id: 'licensed', text: 'Note it, hands off: it wants a licence' },
};

/** Findings that are not yours to fix in passing. */
const say: DrillMaker = (draw) => {
  const kinds = FINDING_KINDS.filter((kind): kind is FindingKind => kind !== 'other');
  const facts = FINDING_TABLE[draw.pick(kinds)];
  const right = facts.licence ? DO.licensed : facts.onTheSpot ? DO.now : DO.offer;
  return {
    skill: `say.${right.id}`,
    ask: `You have no licence, and find: ${facts.name.charAt(0).toLowerCase()}${facts.name.slice(1)}. What do you do?`,
    facts: [],
    drawing: null,
    answer: choice(
      draw,
      right,
      Object.values(DO).filter((row) => row !== right),
    ),
    because: [
      `${facts.action}.`.replace('..', '.'),
      facts.licence
        ? `${LICENCE_NAMES[facts.licence]} licence: report it, and quote it to be done by someone who may.`
        : facts.onTheSpot
          ? 'It may be put right in passing.'
          : 'Never in passing: the owner says yes first.',
    ],
  };
};

const PARTIES: readonly Party[] = [
  ...(['alkaline-foam', 'household', 'neutral', 'evaporator-foam'] as const).map((chemistry) => ({
    name: CHEMISTRY_NAMES[chemistry],
    substances: CHEMISTRY_SUBSTANCES[chemistry],
  })),
  { name: 'Bleach in the drain', substances: ['bleach'] },
  { name: 'A window cleaner with ammonia', substances: ['ammonia'] },
  { name: 'An aluminium tube', substances: ['aluminium'] },
  { name: 'A copper tube', substances: ['copper'] },
  { name: 'A coated coil', substances: ['coating'] },
];
const MAY = { id: 'may', text: 'Nothing: they may meet' };

const never: DrillMaker = (draw) => {
  const [one, other] = draw.shuffled(PARTIES) as [Party, Party];
  const found = clashesAmong([one, other]);
  const made = found[0]?.makes ?? null;
  const makes = [
    'chlorine gas',
    'chloramine',
    'heat and spatter',
    'hydrogen, and it eats the tube',
    'a stripped coating',
    'pitted tube',
    'corroded tube',
  ];
  const right = made === null ? MAY : { id: made, text: made };
  const others = draw
    .shuffled(makes.filter((each) => each !== made))
    .slice(0, made === null ? 3 : 2)
    .map((each) => ({ id: each, text: each }));
  return {
    skill: made === null ? 'never.may' : `never.${found[0]!.id.replace('never.', '')}`,
    ask: `${one.name} meets ${other.name.charAt(0).toLowerCase()}${other.name.slice(1)}. What does that make?`,
    facts: [],
    drawing: null,
    answer: choice(
      draw,
      right,
      made === null ? others : [...others, MAY],
      found.slice(1).map(({ makes: each }) => each),
    ),
    because:
      found.length > 0
        ? found.map((row) => row.text)
        : ['No pair of these two is on the list of what must never meet. The labels outrank it.'],
  };
};

export const DEAD: readonly DrillMaker[] = [dead];
export const SAY: readonly DrillMaker[] = [say];
export const NEVER: readonly DrillMaker[] = [never];
