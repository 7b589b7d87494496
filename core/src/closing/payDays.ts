import { isBeyondDoubt } from '../airside/uncertain';
import { commonPractice, type Because } from '../because';
import { longDay } from '../clock';
import type { CoilRole } from '../equipment';
import { DIRT_SHARE, intoSeason, keptOut, seasonAt, whenItPays, type CoilDueDate, type RunsWhere, type WhenItPays } from '../interval';
import type { Judgment } from '../judgment/judgment';
import { foundGrades, type VisitState } from '../run';
import { worstOf } from '../survey';
import { worthOf } from '../verdict';

/** What a shop and a system tell of what dirt and washes cost. */
export interface PayFacts extends RunsWhere {
  btuh: number;
  /** ISO day of the closing. */
  closedOn: string;
  pricePerKwh: number;
  /** What the visit comes to, in the shop's money: all its coils. */
  visitCost: number;
  /** What the shop's own measured washes say of published sizes; left out for nothing. */
  shop?: { factor: number; washes: number } | undefined;
}

/** When a coil's next wash costs least, within what rule and hygiene allow. */
export interface PayDay {
  coilId: string;
  /** ISO day; null where no wash pays by its energy alone. */
  day: string | null;
  pays: WhenItPays;
  /** How wide the bottom is, in words; empty where there is none. */
  flat: string;
  because: Because;
}

interface PaidCoil {
  id: string;
  role: CoilRole;
}

/** Grades that a wash took off, weighed by what a grade costs. */
function takenOff(state: VisitState, { id, role }: PaidCoil): { grades: number; share: number } {
  const before = worstOf(foundGrades(state, id));
  const after = worstOf(state.checks[id]?.value.gradesAfter ?? {});
  const grades = before === null || after === null ? 0 : Math.max(0, before - after);
  return { grades, share: grades * DIRT_SHARE[role].aGrade };
}

const clipped = (day: string, { earliest, latest }: CoilDueDate['between']): string =>
  day < earliest ? earliest : day > latest ? latest : day;

/**
 * When the next wash of each coil costs least, washes and energy together.
 * @param state of the visit
 * @param coils of the visit
 * @param dues when they are due, with what they taught
 * @param judged what the readings say: watts, and what the wash saved
 * @param facts prices, the system and its place
 * @returns one for each coil that has a due date; none without a price of energy and of a wash
 * @throws CoreError latitude out of −90 to 90
 * @example payDays(foldVisit('v', 'split-cool', []), [], [], judgmentOf(foldVisit('v', 'split-cool', []), [], { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 }), { configuration: 'split-cool', latitudeDeg: 42, btuh: 36000, closedOn: '2026-06-11', pricePerKwh: 0.17, visitCost: 240 }) // []
 */
export function payDays(
  state: VisitState,
  coils: readonly PaidCoil[],
  dues: readonly { coilId: string; due: CoilDueDate }[],
  judged: Pick<Judgment, 'before' | 'after' | 'compared'>,
  facts: PayFacts,
): PayDay[] {
  const { pricePerKwh, visitCost, closedOn, latitudeDeg } = facts;
  if (pricePerKwh <= 0 || visitCost <= 0) return [];
  const worth = judged.compared ? worthOf(judged.compared, pricePerKwh).sameCoolingW : null;
  const savedW = worth && worth.value > 0 && isBeyondDoubt(worth) ? worth.value : null;
  const off = coils.map((coil) => takenOff(state, coil));
  const allOff = off.reduce((sum, row) => sum + row.share, 0);
  const watts = judged.after.set.watts?.value ?? judged.before.set.watts?.value ?? null;
  return dues.flatMap(({ coilId, due }): PayDay[] => {
    const at = coils.findIndex((coil) => coil.id === coilId);
    const coil = coils[at];
    const own = off[at];
    if (!coil || !own) return [];
    const left = worstOf(state.checks[coilId]?.value.gradesAfter ?? {}) ?? worstOf(state.surveys[coilId]?.value.grades ?? {}) ?? 0;
    const pays = whenItPays({
      ...facts,
      shopFactor: facts.shop?.factor ?? 1,
      washedOn: closedOn,
      role: coil.role,
      left,
      belief: due.learned.belief,
      wash: visitCost / dues.length,
      watts,
      saved: savedW !== null && own.share > 0 ? { watts: (savedW * own.share) / allOff, grades: own.grades } : null,
    });
    const useful = pays.day === null ? null : intoSeason(pays.day, seasonAt(latitudeDeg));
    const within = useful !== null && pays.from !== null && pays.to !== null && useful >= pays.from && useful <= pays.to;
    const cheapest = pays.day === null ? null : clipped(within && useful !== null ? useful : pays.day, due.between);
    // What keeps a crew from it keeps it here too: the day that costs least and the one that is due are of one calendar.
    const bound = { ...facts, role: coil.role, exposure: due.learned.exposure };
    const day = cheapest === null ? null : keptOut(cheapest, due.months, due.between.earliest, bound).date;
    return [{ coilId, day, pays, flat: flatWords(pays, day), because: payBecause(pays, day, coil.role, due, facts.shop ?? null) }];
  });
}

/** How wide the bottom is; where rule and hygiene keep the day out of it, on which side. */
function flatWords({ from, to }: WhenItPays, day: string | null): string {
  if (day === null || from === null || to === null) return '';
  if (day >= from && day <= to) return `Any week from ${longDay(from)} to ${longDay(to)} costs within 3 %.`;
  return day > to
    ? `By energy alone it would be sooner, by ${longDay(to)}: the rule keeps it.`
    : `By energy alone it could wait until ${longDay(from)}: rule and hygiene do not.`;
}

function payBecause(
  pays: WhenItPays,
  day: string | null,
  role: CoilRole,
  { between }: CoilDueDate,
  shop: PayFacts['shop'] | null,
): Because {
  const text = day ?? 'not by energy alone';
  return {
    id: 'pays',
    title: 'When a wash costs least',
    result: { label: 'Costs least', text },
    inputs: [
      {
        label: pays.measured ? 'A grade of dirt, as measured' : 'A grade of dirt',
        quantity: { kind: 'edge', edge: 'power', value: pays.wattsAGrade },
      },
    ],
    rules: [
      {
        id: 'pays.least',
        because:
          pays.day === null || pays.from === null || pays.to === null
            ? 'Dirt costs less energy here than any wash: rule and hygiene decide.'
            : `Washes and energy together cost least with it on ${longDay(pays.day)}; any week from ${longDay(pays.from)} to ${longDay(pays.to)} costs within 3 % of that.`,
        source: { kind: 'published', name: 'textbook renewal result, from memory, on the months that it runs' },
      },
      pays.measured
        ? {
            id: 'pays.measured',
            because: 'What a grade costs was measured: watts for the same cooling before and after this wash.',
            source: { kind: 'arithmetic', name: 'readings of this visit' },
          }
        : {
            id: 'pays.published',
            because: 'What a grade costs was not measured here: published sizes of the effect, put on the light test’s grades.',
            source: DIRT_SHARE[role].source,
          },
      ...(!pays.measured && shop && shop.washes > 0
        ? [
            {
              id: 'pays.shop',
              because: `The shop’s own ${shop.washes} measured ${shop.washes === 1 ? 'wash' : 'washes'} put that at ${shop.factor.toFixed(2)} times the published size.`,
              source: { kind: 'arithmetic' as const, name: 'readings of the shop’s own visits, published sizes counted as four' },
            },
          ]
        : []),
      ...(day !== null && day !== pays.day && (day === between.earliest || day === between.latest)
        ? [
            {
              id: 'pays.kept',
              because: `Kept between ${longDay(between.earliest)} and ${longDay(between.latest)}: the rule and hygiene go before money.`,
              source: commonPractice,
            },
          ]
        : []),
    ],
    changes: ['A dearer wash or cheaper energy puts it later; more watts or faster growth sooner.'],
  };
}
