import { CoreError } from '@elm-mist/core/errors';
import { checkTariff, type PricedDays, type Tariff } from '@elm-mist/core/tariff';
import { readFigure } from '@elm-mist/core/units';

/** A tariff as it is typed; what belongs to another kind is kept, so that changing one's mind loses nothing. */
export interface TypedTariff {
  kind: Tariff['kind'];
  price: string;
  tiers: { upTo: string; price: string }[];
  usual: string;
  periods: { name: string; months: string; days: PricedDays; from: string; to: string; price: string }[];
  other: string;
}

/** A run of months as it is typed: 6-9. */
function monthsWords(months: readonly number[]): string {
  const [first, last] = [months[0], months.at(-1)];
  const run = first !== undefined && last !== undefined && months.length > 2 && months.every((month, i) => month === first + i);
  return run ? `${first}-${last}` : months.join(', ');
}

/** Months out of what was typed; null where it cannot be read. A run may go over the new year: 11-2. */
export function readMonths(text: string): number[] | null {
  const months = new Set<number>();
  for (const part of text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean)) {
    const run = /^(\d{1,2})(?:\s*[-–]\s*(\d{1,2}))?$/.exec(part);
    const [from, to] = [Number(run?.[1]), Number(run?.[2] ?? run?.[1])];
    if (!run || from < 1 || from > 12 || to < 1 || to > 12) return null;
    for (let month = from; ; month = (month % 12) + 1) {
      months.add(month);
      if (month === to) break;
    }
  }
  return [...months].sort((a, b) => a - b);
}

/** @param flat price of the shop's numbers, where there is no tariff yet */
export function typedTariff(tariff: Tariff | null, flat: number): TypedTariff {
  const empty: TypedTariff = {
    kind: tariff?.kind ?? 'flat',
    price: flat > 0 ? String(flat) : '',
    tiers: [
      { upTo: '500', price: '' },
      { upTo: '', price: '' },
    ],
    usual: '1000',
    periods: [{ name: 'Peak', months: '6-9', days: 'weekdays', from: '16', to: '21', price: '' }],
    other: '',
  };
  if (tariff?.kind === 'flat') return { ...empty, price: String(tariff.price) };
  if (tariff?.kind === 'tiers')
    return {
      ...empty,
      tiers: tariff.tiers.map(({ upToKwh, price }) => ({ upTo: upToKwh === null ? '' : String(upToKwh), price: String(price) })),
      usual: String(tariff.usualMonthKwh),
    };
  if (tariff?.kind === 'hours')
    return {
      ...empty,
      periods: tariff.periods.map(({ name, months, days, from, to, price }) => ({
        name,
        months: monthsWords(months),
        days,
        from: String(from),
        to: String(to),
        price: String(price),
      })),
      other: String(tariff.otherPrice),
    };
  return empty;
}

/** Reads what was typed: the tariff, or what is wrong, by field. Of one price that is empty there is no tariff. */
export function readTariff(typed: TypedTariff): { tariff: Tariff | null } | { troubles: Record<string, string> } {
  const troubles: Record<string, string> = {};
  const figure = (field: string, text: string, least: number, most: number, what: string): number => {
    const value = readFigure(text.trim());
    if (!Number.isFinite(value) || value < least || value > most) troubles[field] = `${what} from ${least} to ${most}.`;
    return value;
  };
  const price = (field: string, text: string) => figure(field, text, 0, 100, 'A price');
  let tariff: Tariff | null;
  if (typed.kind === 'flat') tariff = typed.price.trim() === '' ? null : { kind: 'flat', price: price('price', typed.price) };
  else if (typed.kind === 'tiers')
    tariff = {
      kind: 'tiers',
      tiers: typed.tiers.map((row, i) => ({
        upToKwh: row.upTo.trim() === '' ? null : figure(`upTo${i}`, row.upTo, 1, 1e6, 'kWh'),
        price: price(`tier${i}`, row.price),
      })),
      usualMonthKwh: figure('usual', typed.usual, 1, 1e6, 'kWh'),
    };
  else
    tariff = {
      kind: 'hours',
      periods: typed.periods.map((row, i) => {
        if (row.name.trim() === '') troubles[`name${i}`] = 'Name these hours.';
        const months = readMonths(row.months);
        if (!months) troubles[`months${i}`] = 'Write months as 6-9, or 12, 1, 2.';
        const hour = (field: string, text: string, most: number) => Math.round(figure(field, text, 0, most, 'An hour'));
        return {
          name: row.name.trim(),
          months: months ?? [],
          days: row.days,
          from: hour(`from${i}`, row.from, 23),
          to: hour(`to${i}`, row.to, 24),
          price: price(`period${i}`, row.price),
        };
      }),
      otherPrice: price('other', typed.other),
    };
  if (Object.keys(troubles).length > 0) return { troubles };
  try {
    if (tariff) checkTariff(tariff);
    return { tariff };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { troubles: { [error.field]: error.message } };
  }
}
