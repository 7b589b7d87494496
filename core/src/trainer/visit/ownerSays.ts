import type { Quote } from '../../run';
import type { StoryFact, Symptom } from '../../survey';
import type { HiddenOwner } from './hiddenVisit';

/** What an owner is asked, each in the words of whoever asks. */
export const OWNER_QUESTIONS = {
  trouble: 'What is wrong with it?',
  since: 'Who washed it last, and when?',
  around: 'What stands, grows or blows around it?',
  people: 'Does anybody here take badly to smells?',
  money: 'What may it cost today?',
} as const;
/** One of `OWNER_QUESTIONS`. */
export type OwnerQuestion = keyof typeof OWNER_QUESTIONS;
/** All of them, in the order that they are asked. */
export const OWNER_QUESTION_IDS = Object.keys(OWNER_QUESTIONS) as OwnerQuestion[];

/** In an owner's words, which are not the trade's. */
const COMPLAINS: Record<Symptom, string> = {
  'weak-cooling': 'It never gets really cool any more.',
  'long-runs': 'It runs and runs, all afternoon.',
  'high-bill': 'And the bill: I could not believe it.',
  ice: 'There was ice on the pipe.',
  'water-indoors': 'There is water on the floor under it.',
  noise: 'It howls.',
  'breaker-trips': 'It throws the breaker.',
  smell: 'It smells of old socks.',
};
const TELLS: Record<StoryFact, string> = {
  'dryer-vent': 'The dryer blows out right beside it.',
  dogs: 'We have two dogs, and they lie there.',
  mowing: 'My nephew mows, and he throws it all that way.',
  trees: 'The trees over there: white fluff, weeks of it.',
  'building-dust': 'They are cutting stone next door.',
  'long-idle': 'The house stood empty for a year.',
  'never-washed': '',
};

/**
 * What the owner answers.
 * @param owner of the visit
 * @param asked one of the questions
 * @returns what they say, a sentence or a few
 * @example ownerSays({ symptoms: [], facts: [], lastService: 'nobody ever has', sensitive: false, limit: 200 }, 'since') // 'I think nobody ever has.'
 */
export function ownerSays(owner: HiddenOwner, asked: OwnerQuestion): string {
  switch (asked) {
    case 'trouble':
      return owner.symptoms.map((symptom) => COMPLAINS[symptom]).join(' ') || 'Nothing, it cools. I only want it looked after.';
    case 'since':
      return `I think ${owner.lastService}.`;
    case 'around':
      return (
        owner.facts
          .map((fact) => TELLS[fact])
          .filter(Boolean)
          .join(' ') || 'Nothing much.'
      );
    case 'people':
      return owner.sensitive ? 'My daughter has asthma. She is upstairs.' : 'No, nobody.';
    case 'money':
      return `Not more than ${owner.limit}, whatever you find.`;
  }
}

/** What the owner says to a quote. */
export interface OwnerChoice {
  /** The way that is taken; null where all are declined. */
  optionId: string | null;
  words: string;
}

/**
 * The owner's answer to a quote: the most that the limit pays for.
 * @param owner of the visit
 * @param quote as it was made
 * @returns what is taken, and how it is said
 * @example ownerChooses({ symptoms: [], facts: [], lastService: '', sensitive: false, limit: 200 }, { options: [] }).optionId // null
 */
export function ownerChooses({ limit }: HiddenOwner, { options }: Pick<Quote, 'options'>): OwnerChoice {
  const within = options.filter(({ total }) => Number(total) <= limit).sort((a, b) => Number(b.total) - Number(a.total))[0];
  return within
    ? { optionId: within.id, words: `“${within.name}” for ${within.total}: yes, do that.` }
    : { optionId: null, words: `That is more than the ${limit} I said. Leave it then.` };
}
