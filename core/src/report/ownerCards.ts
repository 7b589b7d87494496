import { tableOf } from '../errors';
import type { Report, ReportBlock } from './blocks';
import { OWNER_CARDS, type OwnerCardId } from './ownerCardIds';
import { OWNER_DRAWINGS } from './ownerDrawings';

interface OwnerCard {
  title: string;
  /** `{room}` stands for the room that the shop asks for. */
  words: string;
  /** Words of a plan's advice that call for it, in small letters. */
  saidAs: readonly string[];
}

/** The cards in plain words. Common practice, no source. */
export const OWNER_CARD_TABLE: Record<OwnerCardId, OwnerCard> = tableOf('care card', {
  clearance: {
    title: 'Leave it room',
    words: 'Keep plants, bins and firewood {room} from the outdoor unit on every side, and nothing over it. It has to breathe.',
    saidAs: ['clear all round', 'clear above'],
  },
  filter: {
    title: 'Change the filter',
    words:
      'Look at it on the first of the month. If you cannot see light through it, put in a new one of the same size, with the arrow towards the blower.',
    saidAs: ['filter'],
  },
  'fan-speed': {
    title: 'Let the air move',
    words: 'In hot weather leave the fan on its higher speed and every outlet open. Little air makes ice.',
    saidAs: ['fan on its higher speed', 'every outlet open'],
  },
  'set-point': {
    title: 'A little warmer',
    words: 'One or two degrees higher on the thermostat saves more than most else. One steady setting saves more than many changes.',
    saidAs: ['thermostat'],
  },
  draughts: {
    title: 'Shut what leaks',
    words: 'Doors, windows, the loft hatch: a clean unit cannot cool the street.',
    saidAs: ['shut what leaks'],
  },
  shade: {
    title: 'Shade, with air',
    words: 'A tree or an awning well off the unit helps. A hedge or a cover against it does harm.',
    saidAs: ['shade helps'],
  },
  lint: {
    title: 'Turn the dryer away',
    words: 'Let the dryer blow its lint away from the outdoor unit: lint is what chokes it fastest.',
    saidAs: ['dryer vent'],
  },
  mowing: {
    title: 'Mow away from it',
    words: 'Throw the clippings to the other side. Grass sticks to the fins and rots in the base.',
    saidAs: ['clippings'],
  },
  dogs: {
    title: 'Keep dogs off',
    words: 'Urine eats the fins. A low fence a foot and a half off is enough.',
    saidAs: ['dog'],
  },
  fluff: {
    title: 'Rinse the fluff off',
    words:
      'When the seed fluff is down, switch the unit off and rinse it with a garden hose, gently, from the top down. No pressure, no soap.',
    saidAs: ['seed fluff'],
  },
});

/** As many as stand on one page in large type. */
export const MOST_OWNER_CARDS = 6;

/**
 * The cards that a visit's advice calls for, and what of it has no card.
 * @param advice sentences of the plans
 * @returns cards in their order, and the other sentences
 * @example ownerCardsFor(['Have the drain cleared every year.']) // { cards: [], also: ['Have the drain cleared every year.'] }
 */
export function ownerCardsFor(advice: readonly string[]): { cards: OwnerCardId[]; also: string[] } {
  const calls = (id: OwnerCardId, sentence: string) => OWNER_CARD_TABLE[id].saidAs.some((words) => sentence.toLowerCase().includes(words));
  return {
    cards: OWNER_CARDS.filter((id) => advice.some((sentence) => calls(id, sentence))),
    also: advice.filter((sentence) => !OWNER_CARDS.some((id) => calls(id, sentence))),
  };
}

/** What the card is about. */
export interface OwnersCardInput {
  shop: { name: string; address: string };
  place: { name: string };
  cards: readonly OwnerCardId[];
  /** Sentences without a drawing. */
  also: readonly string[];
  /** When it is due again, in words. */
  due: string;
  /** Room that the shop asks for on every side, with its unit. */
  room: string;
}

/**
 * The owner's card: one page in large type, a drawing to each thing that the owner can do.
 * @param input what was chosen
 * @returns the page, block by block
 * @example ownersCard({ shop: { name: 'Cotter & Vane', address: '' }, place: { name: 'Fennick terrace' }, cards: ['filter'], also: [], due: '11 June 2027', room: '24 in' }).large // true
 */
export function ownersCard({ shop, place, cards, also, due, room }: OwnersCardInput): Report {
  return {
    title: 'What you can do',
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: place.name,
    language: 'en-US',
    large: true,
    blocks: [
      ...cards.map((id): ReportBlock => {
        const { title, words } = OWNER_CARD_TABLE[id];
        return { is: 'drawn', title, text: words.replace('{room}', room), svg: OWNER_DRAWINGS[id] };
      }),
      ...(also.length > 0 ? [{ is: 'list' as const, items: [...also] }] : []),
      { is: 'rows', rows: [['Next wash due', due]] },
    ],
  };
}
