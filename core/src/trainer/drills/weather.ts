import { DRYING_MARGIN, dayRibbon, dryOut, dryWords, SKIN_FILM_KG_M2, type HourAir } from '../../dryout';
import { faceArea } from '../../equipment';
import { APPLY_S_PER_M2, DEFAULT_HOUSE_RULES, planCoil, rinsePaceOf } from '../../method';
import { SUN_EXPOSURES, SUN_TABLE } from '../../survey';
import { formatQuantity } from '../../units';
import { caseForPlan, PRACTICE_CASES, PRACTICE_KPA } from '../practiceCase';
import { PRACTICE_SHELF } from '../practiceShelf';
import { choice, type DrillMaker } from './drill';

const BANDS: readonly { id: string; text: string; mostS: number }[] = [
  { id: '5', text: 'Under 5 min', mostS: 300 },
  { id: '10', text: '5 to 10 min', mostS: 600 },
  { id: '20', text: '10 to 20 min', mostS: 1200 },
  { id: '40', text: '20 to 40 min', mostS: 2400 },
  { id: 'long', text: 'Over 40 min', mostS: Infinity },
];
/** So near to a border both bands are taken, share of it. */
const BORDER = 0.12;

const dry: DrillMaker = (draw) => {
  const sun = draw.pick(SUN_EXPOSURES);
  const air = { dryBulbC: draw.whole(16, 40), rhPct: draw.whole(3, 17) * 5, windMs: draw.pick([0.5, 1, 2, 4]) };
  const { netRadiationWm2, name } = SUN_TABLE[sun];
  const whole = dryOut({ ...air, netRadiationWm2, filmKgM2: SKIN_FILM_KG_M2, pressureKPa: PRACTICE_KPA }).seconds;
  const trusted = whole * DRYING_MARGIN;
  const bandAt = (seconds: number) => BANDS.find(({ mostS }) => seconds <= mostS)!.id;
  const right = bandAt(trusted);
  const also = [bandAt(trusted * (1 - BORDER)), bandAt(trusted * (1 + BORDER))].filter((id) => id !== right);
  const minutes = (seconds: number) => (seconds === Infinity ? 'never' : `${Math.round(seconds / 60)} min`);
  return {
    skill: `dry.${sun}`,
    ask: 'How long may you trust foam on this face to stay wet?',
    facts: [
      { label: 'Air', quantity: { kind: 'temperature', celsius: air.dryBulbC } },
      { label: 'Humidity', text: `${air.rhPct} %` },
      { label: 'Wind', quantity: { kind: 'speed', ms: air.windMs } },
      { label: 'On the face', text: name.toLowerCase() },
    ],
    drawing: null,
    answer: { type: 'choice', options: BANDS.map(({ id, text }) => ({ id, text })), right, also },
    because: [
      `By its energy balance the outer skin dries in ${minutes(whole)}; three tenths are kept back: ${minutes(trusted)}.`,
      'Sun shortens it most, then wind and dry air; heat alone does little.',
    ],
  };
};

const DAY_MS = Date.UTC(2026, 5, 11, 13);
const HOURS = 9;

const hour: DrillMaker = (draw) => {
  for (;;) {
    const [cool, humid, windy] = [draw.whole(14, 24), draw.whole(45, 85), draw.pick([0.5, 1, 2, 3])];
    const hours: HourAir[] = Array.from({ length: HOURS }, (_, i) => {
      const warmth = Math.sin((Math.PI * (i + 1)) / (HOURS + 3));
      return {
        atMs: DAY_MS + i * 3_600_000,
        dryBulbC: cool + 14 * warmth,
        rhPct: Math.max(15, humid - 45 * warmth),
        windMs: windy * (0.6 + 0.8 * warmth),
        cloud: draw.pick([0, 0.2, 0.6]),
      };
    });
    const facesDeg = draw.pick([90, 180, 270]);
    const needS = draw.pick([480, 600, 780]);
    const { hours: judged, window } = dayRibbon({
      hours,
      faces: [{ facesDeg, shade: null }],
      latitudeDeg: 42,
      longitudeDeg: -93,
      pressureKPa: PRACTICE_KPA,
      needS,
      minimumC: 5,
    });
    const good = judged.flatMap((row, i) => (row.good ? [i] : []));
    const bad = judged.flatMap((row, i) => (row.good ? [] : [i]));
    // A day that is good or bad throughout asks nothing.
    if (!window || good.length === 0 || bad.length < 3) continue;
    const clock = (i: number) => `${8 + i}:00`;
    const option = (i: number) => ({ id: String(i), text: clock(i) });
    const right = draw.pick(good);
    const side = facesDeg === 90 ? 'east' : facesDeg === 180 ? 'south' : 'west';
    return {
      skill: `hour.${side}`,
      ask: `One face looks ${side}, at 42° north in June. Foam has to stay wet for ${Math.round(needS / 60)} min. At which hour do you begin?`,
      facts: judged.map((row, i) => ({
        label: clock(i),
        text: `${formatQuantity({ kind: 'temperature', celsius: row.dryBulbC }, draw.system)}, ${Math.round(row.rhPct)} %, ${row.cloud < 0.3 ? 'clear' : 'cloudy'}`,
      })),
      drawing: null,
      answer: choice(draw, option(right), draw.shuffled(bad).slice(0, 3).map(option)),
      because: [
        `At ${clock(right)} foam stays wet for ${Math.round((judged[right]!.drySeconds * DRYING_MARGIN) / 60)} min with the margin kept back.`,
        ...bad
          .slice(0, 2)
          .map(
            (i) =>
              `At ${clock(i)} for ${Math.round((judged[i]!.drySeconds * DRYING_MARGIN) / 60)} min${judged[i]!.sunOnCoil ? ': the sun stands on it' : ''}.`,
          ),
      ],
    };
  }
};

/** Into how many pieces a face is cut, so that none dries before it is rinsed. */
const sections: DrillMaker = (draw) => {
  for (;;) {
    const base = PRACTICE_CASES[0]!;
    const site = { dryBulbC: draw.whole(24, 38), rhPct: draw.whole(20, 60), windMs: draw.pick([0.5, 1, 2]), sun: draw.pick(SUN_EXPOSURES) };
    const { coil, survey, context } = caseForPlan({
      ...base,
      grade: draw.pick([2, 3] as const),
      widthM: draw.whole(8, 15) / 10,
      heightM: draw.whole(6, 12) / 10,
      site,
    });
    const rules = { ...DEFAULT_HOUSE_RULES, chemistry: 'cleaner' as const, dwell: draw.pick(['short', 'long'] as const) };
    // Nobody mists: the sections are what keeps it wet.
    const plan = planCoil(coil, { ...survey, answers: { ...survey.answers, keepWet: 'none' } }, context, PRACTICE_SHELF, rules);
    if (plan.verdict !== 'wash' || !plan.dwell || plan.drySeconds === null) continue;
    const count = plan.sections.length;
    const area = faceArea(coil.geometry);
    const text = (n: number) => (n === 1 ? 'One piece' : `${n} pieces`);
    return {
      skill: count === 1 ? 'hour.whole' : 'hour.cut',
      ask: 'Foam, soak and rinse of a piece have to end before its first patch dries. Into how many pieces is this face cut?',
      facts: [
        { label: 'Face', quantity: { kind: 'area', m2: area } },
        { label: 'Foam stands', text: `${Math.round(plan.dwell.minS / 60)} min at least` },
        {
          label: 'To foam and rinse all of it',
          quantity: { kind: 'duration', seconds: Math.round((APPLY_S_PER_M2 + rinsePaceOf(plan)) * area) },
        },
        { label: 'The skin dries in', text: dryWords(plan.drySeconds) },
        { label: 'Of which is kept back', text: `${Math.round((1 - DRYING_MARGIN) * 100)} %` },
      ],
      drawing: null,
      answer: choice(
        draw,
        { id: String(count), text: text(count) },
        [1, 2, 3, 4].filter((n) => n !== count).map((n) => ({ id: String(n), text: text(n) })),
      ),
      because: (plan.because.find(({ id }) => id === 'sections')?.rules ?? [])
        .map(({ because }) => because)
        .concat(`${count === 1 ? 'The whole face' : 'Each piece'} is foamed, soaked and rinsed within what is left of the drying time.`),
    };
  }
};

export const DRY: readonly DrillMaker[] = [dry];
export const HOUR: readonly DrillMaker[] = [hour, sections];
