import { stampIn } from '../clock';
import { pouredWaterParts, type Cleaner } from '../mix';
import type { VisitState } from '../run';
import { formatRatio } from '../units';
import type { StickyLabel } from './labels';

/** What stands on every bottle that was filled from another. Common practice, no source; the product's own label and safety sheet go before it. */
const ALWAYS = 'Goggles and gloves. Never mix with anything else. Its own label and safety sheet hold.';

/**
 * Labels for what was mixed on a visit: product, ratio as it was poured, date, by whom, hazards.
 * @param state of the visit
 * @param shelf cleaners, for names and hazard words
 * @param zone the shop's clock, IANA
 * @param addressOf what the square of a cleaner opens
 * @returns a label for each cleaner that was mixed
 * @example bottleLabels(foldVisit('v', 'split-cool', []), [], 'America/Chicago', (id) => id) // []
 */
export function bottleLabels(
  state: VisitState,
  shelf: readonly Pick<Cleaner, 'id' | 'name' | 'hazardWords'>[],
  zone: string,
  addressOf: (cleanerId: string) => string,
): { cleanerId: string; label: StickyLabel }[] {
  const rows = Object.values(state.mixes).flat();
  return [...new Set(rows.map((row) => row.value.cleanerId))].map((cleanerId) => {
    const own = rows.filter((row) => row.value.cleanerId === cleanerId);
    const last = own.at(-1);
    const cleaner = shelf.find((row) => row.id === cleanerId);
    const parts = pouredWaterParts(
      own.map((row) => row.value),
      cleanerId,
    );
    return {
      cleanerId,
      label: {
        code: addressOf(cleanerId),
        heading: cleaner?.name ?? cleanerId,
        lines: [
          parts === null || parts === 0 ? 'As it comes' : `Mixed ${formatRatio(parts)}, water to one`,
          ...(last ? [`${stampIn(zone, last.at)}, ${last.by}`] : []),
          ALWAYS,
        ],
        strong: cleaner?.hazardWords ?? '',
      },
    };
  });
}
