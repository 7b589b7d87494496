import type { CleanerRecord } from '@elm-mist/contract';
import { CONSTRUCTION_TABLE, CONSTRUCTIONS } from '@elm-mist/core/equipment';
import type { Cleaner, StockItem, StockWarning } from '@elm-mist/core/mix';
import { formatRatio, formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { shortDay } from '../shared/words';

export const chartLine = (cleaner: Cleaner): string =>
  cleaner.form !== 'concentrate'
    ? `${cleaner.form === 'aerosol' ? 'can' : 'ready mixed'}, used as it comes`
    : [cleaner.chart.light, cleaner.chart.medium, cleaner.chart.heavy]
        .map((figure) => (figure === null ? 'none' : formatRatio(figure)))
        .join(' · ');

export const allowedLine = (cleaner: CleanerRecord): string =>
  cleaner.allowedConstructions.length === CONSTRUCTIONS.length
    ? 'any construction'
    : cleaner.allowedConstructions.length === 0
      ? 'nothing'
      : cleaner.allowedConstructions.map((id) => CONSTRUCTION_TABLE[id].name.toLowerCase()).join('; ');

export const whereLine = (cleaner: CleanerRecord): string =>
  [cleaner.outdoor ? 'outdoor' : '', cleaner.indoor ? 'indoor' : ''].filter(Boolean).join(' and ') || 'nowhere';

export const leftOf = (stock: readonly StockItem[], cleanerId: string): number =>
  stock.filter((item) => item.cleanerId === cleanerId).reduce((sum, item) => sum + item.leftL, 0);

/** A warning in a few words, without the cleaner's name. */
export function warningWords(warning: StockWarning, units: UnitSystem): string {
  switch (warning.kind) {
    case 'low':
      return `low: ${formatVolume(warning.leftL, units)} left, low at ${formatVolume(warning.lowL, units)}`;
    case 'expired':
      return `expired ${shortDay(warning.expires)}${warning.lot ? `, lot ${warning.lot}` : ''}`;
    case 'expires-soon':
      return `good until ${shortDay(warning.expires)}${warning.lot ? `, lot ${warning.lot}` : ''}`;
  }
}
