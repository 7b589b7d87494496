import type { BeforeAfter } from '../verdict';
import { graded } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { fluffWeeks, frostWeeks } from '../interval';
import { coilDues } from './coilDues';
import { payDays, type PayFacts } from './payDays';

const [OUT, INN] = fullRunCoils;
const FACTS: PayFacts = {
  configuration: 'split-cool',
  latitudeDeg: 42,
  btuh: 36_000,
  closedOn: '2026-06-11',
  pricePerKwh: 0.17,
  visitCost: 240,
};
/** Nothing was read. */
const none = { before: { set: {} }, after: { set: {} }, compared: null } as unknown as Parameters<typeof payDays>[3];
/** A wash that saved so many watts for the same cooling, ± u. */
const saving = (watts: number, u: number) => {
  const line = (sign: string, value: number, change: number, doubt: number) => ({
    sign,
    verdict: 'better',
    after: { value, u: 0 },
    effect: { value: change, u: doubt },
  });
  const compared = { lines: [line('capacity', 10, 0, 0), line('watts', 3000, -watts, u)] } as unknown as BeforeAfter;
  return { ...none, compared };
};

const washed = () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(3) });
  run.happen('coil.surveyed', { coilId: INN.id, survey: graded(1) });
  run.happen('coil.checked', { coilId: OUT.id, gradesAfter: graded(0).grades, note: '' });
  run.happen('coil.checked', { coilId: INN.id, gradesAfter: graded(0).grades, note: '' });
  const dues = coilDues(run.state(), [OUT, INN], FACTS, FACTS.closedOn, []).coils;
  return { run, dues, pays: (judged = none, facts = FACTS) => payDays(run.state(), [OUT, INN], dues, judged, facts) };
};

test('what a wash was measured to save is shared between its coils by what each had on it, and goes before published sizes', () => {
  const { pays } = washed();
  const [published] = pays();
  expect(published?.pays).toMatchObject({ measured: false });
  const measured = pays(saving(600, 50));
  const saved = measured.map(({ pays: { wattsAGrade } }, i) => wattsAGrade * (i === 0 ? 3 : 1));
  expect(saved.reduce((sum, w) => sum + w, 0)).toBeCloseTo(600, 6);
  expect(measured.every((row) => row.pays.measured)).toBe(true);
  // A saving within its own doubt is none.
  expect(pays(saving(80, 50))[0]?.pays.measured).toBe(false);
});

test('the day that costs least keeps out of the frost and the fluff as the due day does', () => {
  const { run } = washed();
  run.happen('story.noted', { symptoms: [], facts: ['trees'], hazards: [], lastService: '', helper: false });
  const facts: PayFacts = { ...FACTS, configuration: 'split-heat-pump', latitudeDeg: 45 };
  const dues = coilDues(run.state(), [OUT, INN], facts, facts.closedOn, []).coils;
  const [fluff, frost] = [fluffWeeks(facts)!, frostWeeks(facts)!];
  let told = 0;
  for (const pricePerKwh of [0.05, 0.1, 0.17, 0.3, 0.5, 1, 2, 5, 40]) {
    const day = payDays(run.state(), [OUT, INN], dues, none, { ...facts, pricePerKwh })[0]?.day?.slice(5);
    if (day === undefined) continue;
    told += 1;
    expect(day < frost.from && day > frost.to).toBe(true);
    expect(day >= fluff.from && day <= fluff.to).toBe(false);
  }
  expect(told).toBeGreaterThan(4);
});

test('money moves the day only between half of the rule and what hygiene allows; without a price there is none', () => {
  const { pays, dues } = washed();
  for (const pricePerKwh of [0.01, 0.17, 2, 40])
    for (const { coilId, day } of pays(none, { ...FACTS, pricePerKwh })) {
      const { between } = dues.find((row) => row.coilId === coilId)!.due;
      if (day !== null) expect(day >= between.earliest && day <= between.latest).toBe(true);
    }
  const at = (pricePerKwh: number) => pays(none, { ...FACTS, pricePerKwh })[0]?.day ?? '9999';
  expect(at(40) < at(0.3)).toBe(true);
  expect(pays(none, { ...FACTS, pricePerKwh: 0 })).toEqual([]);
  expect(pays(none, { ...FACTS, visitCost: 0 })).toEqual([]);
});
