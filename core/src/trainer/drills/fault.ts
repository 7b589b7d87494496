import type { FigureSetting } from '../../airside';
import { probesOf, solveCycle, SOUND, type Condition, type CycleInput } from '../../cycle';
import { diagnose, FAULT_IDS, FAULTS, type FaultId } from '../../diagnosis';
import { QUANTITIES, QUANTITY_IDS, type QuantityId, type ReadingSet } from '../../readings';
import { EDGES, showFigure } from '../../units';
import { choice, type DrillDraw, type DrillMaker } from './drill';

/** What everybody sees before a probe is taken out: the air that the unit works in. */
const ALWAYS: readonly QuantityId[] = ['outdoorIn', 'returnDb', 'returnWb'];
/** What the kit of a drill has. */
const KIT: readonly QuantityId[] = [
  'outdoorLeaving',
  'supplyDb',
  'supplyWb',
  'suctionP',
  'liquidP',
  'suctionLine',
  'liquidLine',
  'dischargeLine',
  'watts',
  'staticCoil',
  'outdoorAway',
];
/** Sizes of each fault that show plainly, as the model has them. */
const HIDDEN: Record<FaultId, Partial<Condition>> = {
  lowCharge: { charge: 0.76 },
  overcharge: { charge: 1.2 },
  restriction: { restriction: 0.32 },
  valveLeak: { leak: 0.26 },
  nonCondensables: { nonCondensableKPa: 320 },
  dirtyOutdoor: { outdoorOpen: 0.45 },
  dirtyIndoor: { indoorOpen: 0.4 },
  ducts: { ducts: 4 },
  recirculation: { recirculationK: 6 },
};
const MOST_READINGS = 10;
const NONE = { id: 'none', text: 'Nothing that readings show' };
const GRADES_UNKNOWN = { outdoor: null, indoor: null };

/** The unit and its hidden fault, by the dice. */
function unitOf(draw: DrillDraw): { input: CycleInput; setting: FigureSetting; hidden: FaultId } {
  const hidden = draw.pick(FAULT_IDS);
  const metering = draw.pick(['valve', 'orifice'] as const);
  const input: CycleInput = {
    refrigerant: 'R-410A',
    metering,
    tons: 3,
    outdoorC: draw.whole(29, 37),
    outdoorWetBulbC: 20,
    mist: 0,
    returnC: draw.whole(23, 27),
    returnWetBulbC: draw.whole(16, 19),
    pressureKPa: 98,
    condition: { ...SOUND, ...HIDDEN[hidden] },
  };
  const setting: FigureSetting = {
    refrigerant: 'R-410A',
    metering: metering === 'valve' ? 'expansion-valve' : 'fixed-orifice',
    era: '13-15',
    btuh: 36_000,
    pressureKPa: 98,
    ratedA: null,
  };
  return { input, setting, hidden };
}

const setOf = (values: Partial<Record<QuantityId, number>>, taken: readonly QuantityId[]): ReadingSet =>
  Object.fromEntries(
    taken.map((quantity) => [
      quantity,
      {
        quantity,
        value: values[quantity] ?? 0,
        u: QUANTITIES[quantity].instrument,
        how: 'simulated' as const,
        steady: true,
        at: '',
        by: '',
      },
    ]),
  );

/** How few readings tell it, each next one the most worth taking; null where they do not come to the hidden fault. */
function fewest(values: Partial<Record<QuantityId, number>>, setting: FigureSetting, hidden: FaultId): QuantityId[] | null {
  const taken: QuantityId[] = [...ALWAYS];
  while (taken.length < ALWAYS.length + MOST_READINGS) {
    const told = diagnose(setOf(values, taken), setting, GRADES_UNKNOWN);
    if (!told) return null;
    if (taken.length > ALWAYS.length && told.oneOf.length === 1) return told.oneOf[0]?.id === hidden ? taken.slice(ALWAYS.length) : null;
    const more = (told.next?.quantities ?? []).filter((id) => KIT.includes(id) && !taken.includes(id));
    if (more.length === 0) return told.candidates[0]?.id === hidden ? taken.slice(ALWAYS.length) : null;
    taken.push(...more);
  }
  return null;
}

const fault: DrillMaker = (draw) => {
  for (;;) {
    const { input, setting, hidden } = unitOf(draw);
    const values = probesOf(solveCycle(input), input);
    const way = fewest(values, setting, hidden);
    // One that readings do not tell apart is no question.
    if (!way || way.length === 0) continue;
    const { system } = draw;
    const shown = (id: QuantityId) => {
      const { edge } = QUANTITIES[id];
      return `${showFigure(edge, values[id], system)} ${EDGES[edge].unit[system]}`;
    };
    const right = { id: hidden as string, text: FAULTS[hidden].name };
    const others = draw
      .shuffled(FAULT_IDS.filter((id) => id !== hidden))
      .slice(0, 3)
      .map((id) => ({ id: id, text: FAULTS[id].name }));
    const picked = choice(draw, right, [...others, NONE]);
    return {
      // All faults are one skill: which one it is is what is not known.
      skill: 'fault.readings',
      ask: 'It was washed and still cools weakly. Take readings one at a time: what is it? The fewer the better.',
      facts: ALWAYS.map((id) => ({ label: QUANTITIES[id].name, text: shown(id) })),
      drawing: null,
      answer: {
        type: 'readings',
        kit: QUANTITY_IDS.filter((id) => KIT.includes(id)).map((id) => ({ id, label: QUANTITIES[id].name, text: shown(id) })),
        options: picked.type === 'choice' ? picked.options : [],
        right: hidden,
        fewest: way.length,
      },
      because: [
        FAULTS[hidden].words,
        `${way.map((id) => QUANTITIES[id].name.toLowerCase()).join(', then ')}: each of them the one most worth taking next, and they tell it.`,
      ],
    };
  }
};

export const FAULT: readonly DrillMaker[] = [fault];
