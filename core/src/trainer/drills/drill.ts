import { uniforms } from '../../random';
import type { Construction } from '../../equipment';
import type { Quantity, UnitSystem } from '../../units';

/** Kinds of things that are drilled. */
export const DRILL_FAMILIES = [
  'ratio',
  'torch',
  'construction',
  'choose',
  'dead',
  'dry',
  'hour',
  'wires',
  'order',
  'pan',
  'fault',
  'say',
  'never',
] as const;
/** One of `DRILL_FAMILIES`. */
export type DrillFamily = (typeof DRILL_FAMILIES)[number];

/** One thing to choose. */
export interface DrillOption {
  id: string;
  text: string;
}

/** What is drawn beside a question, each with words that say the same. */
export type DrillDrawing =
  /** Light of a torch through a face, 0…255 by cell, line by line. */
  | { is: 'torch'; columns: number; lines: number; light: number[]; words: string }
  | { is: 'construction'; construction: Construction; words: string };

/** What counts as an answer, and which is right. */
export type DrillAnswer =
  | { type: 'choice'; options: readonly DrillOption[]; right: string; /** As good. */ also?: readonly string[] }
  /** An amount, SI inside; right within a margin. */
  | { type: 'amount'; quantity: 'volume' | 'duration' | 'count'; right: number; within: number; unit: string }
  /** The level of a jug, L. */
  | { type: 'level'; holdsL: number; stepL: number; right: number; within: number }
  /** Readings taken one at a time, and a verdict. */
  | {
      type: 'readings';
      kit: readonly { id: string; label: string; text: string }[];
      options: readonly DrillOption[];
      right: string;
      /** So few of them tell it. */
      fewest: number;
    }
  /** An order of what is to be done, judged by how long it takes. */
  | { type: 'order'; options: readonly DrillOption[]; judge: 'run' };

/** One question, the same for the same seed. */
export interface Drill {
  family: DrillFamily;
  /** What comes back when it was missed, such as `ratio.compound`. */
  skill: string;
  seed: number;
  ask: string;
  /** Facts laid out beside the question. */
  facts: readonly { label: string; text?: string; quantity?: Quantity }[];
  drawing: DrillDrawing | null;
  answer: DrillAnswer;
  /** Why the right one is right, from the core's own rules. */
  because: readonly string[];
}

/** What a family needs to make a question. */
export interface DrillDraw {
  seed: number;
  system: UnitSystem;
  /** Numbers from 0 to 1. */
  random: () => number;
  /** One of some. */
  pick: <T>(from: readonly T[]) => T;
  /** A whole number, both ends in. */
  whole: (least: number, most: number) => number;
  /** The same in another order. */
  shuffled: <T>(from: readonly T[]) => T[];
}

/** The dice of one question. */
export function drawOf(seed: number, system: UnitSystem): DrillDraw {
  const random = uniforms(seed);
  const whole = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
  return {
    seed,
    system,
    random,
    whole,
    pick: (from) => from[whole(0, from.length - 1)]!,
    shuffled: (from) => {
      const rest = [...from];
      for (let i = rest.length - 1; i > 0; i -= 1) {
        const j = whole(0, i);
        [rest[i], rest[j]] = [rest[j]!, rest[i]!];
      }
      return rest;
    },
  };
}

/** What a family makes of the dice. */
export type DrillMaker = (draw: DrillDraw) => Omit<Drill, 'family' | 'seed'>;

/** A question with some things to choose, in any order. */
export const choice = (draw: DrillDraw, right: DrillOption, others: readonly DrillOption[], also: readonly string[] = []): DrillAnswer => ({
  type: 'choice',
  options: draw.shuffled([right, ...others]),
  right: right.id,
  also,
});
