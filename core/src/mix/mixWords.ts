import type { MixStanding } from './mixStanding';

/** What to say when a mix is not what its plan asks for. */
export const MIX_STANDING_WORDS: Record<Exclude<MixStanding, 'ready'>, string> = {
  none: 'The cleaner is not mixed yet.',
  other:
    'What was mixed is another cleaner than the plan has now. Mix this one; what is in the applicator goes back or is used up as its label says.',
  weaker: 'What was mixed is weaker than the plan has now: put it right first.',
  stronger: 'What was mixed is stronger than the plan has now: put it right first.',
};
