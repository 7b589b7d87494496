import { longDay, dayIn, stampIn, isoAt } from '../../clock';
import type { Report, ReportBlock } from '../../report/blocks';
import type { UnitSystem } from '../../units';
import { DRILL_FAMILIES, drawOf, type Drill, type DrillFamily } from './drill';
import { DRILL_TABLE, drillOf, type DrillMarked } from './drillOf';

/** Families that an exam asks more than once: what hurts or costs most when it is not known. Judgment. */
const ASKED_MORE: Partial<Record<DrillFamily, number>> = { dead: 3, ratio: 3, choose: 3, never: 2 };

/**
 * The questions of an exam: every family, some more than once, in any order.
 * @param seed of the exam: the same seed asks the same
 * @param system units that it asks in
 * @returns the questions
 * @example examOf(1, 'us').length // 20
 */
export function examOf(seed: number, system: UnitSystem): Drill[] {
  const draw = drawOf(seed, system);
  const families = DRILL_FAMILIES.flatMap((family) => Array.from({ length: ASKED_MORE[family] ?? 1 }, () => family));
  return draw.shuffled(families).map((family) => drillOf(family, draw.whole(0, 2 ** 30), system));
}

/** One question of an exam and how it was answered. */
export interface ExamAnswer {
  drill: Drill;
  marked: DrillMarked;
}

/** What the sheet of an exam is made of. */
export interface ExamSheetInput {
  person: string;
  shop: { name: string; address: string };
  /** The shop's clock, IANA. */
  zone: string;
  atMs: number;
  minutes: number;
  answers: readonly ExamAnswer[];
}

/**
 * An exam as a dated sheet: how many of each family were right, and what those would have been that were not, with their reasons.
 * @param input who, when, and every answer
 * @returns the sheet, block by block
 * @example examSheet({ person: 'Wren', shop: { name: 'A shop', address: '' }, zone: 'UTC', atMs: 0, minutes: 9, answers: [] }).title // 'Exam'
 */
export function examSheet({ person, shop, zone, atMs, minutes, answers }: ExamSheetInput): Report {
  const at = isoAt(atMs);
  const right = answers.filter(({ marked }) => marked.right).length;
  const rows = DRILL_FAMILIES.flatMap((family) => {
    const own = answers.filter(({ drill }) => drill.family === family);
    return own.length > 0 ? [[DRILL_TABLE[family].name, `${own.filter(({ marked }) => marked.right).length} of ${own.length}`]] : [];
  });
  const missed = answers.filter(({ marked }) => !marked.right);
  return {
    title: 'Exam',
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: `${person} · ${stampIn(zone, at)}`,
    language: 'en',
    blocks: [
      { is: 'heading', text: `${person}: ${right} of ${answers.length} right` },
      { is: 'text', text: `${longDay(dayIn(zone, atMs))}, ${Math.max(1, Math.round(minutes))} min, without reasons.` },
      { is: 'table', head: ['', 'Right'], rows, figures: [1] },
      ...(missed.length > 0 ? [{ is: 'heading' as const, text: 'What was missed' }] : []),
      ...missed.flatMap(({ drill, marked }): ReportBlock[] => [
        { is: 'text', text: drill.ask, strong: true },
        ...(drill.facts.length > 0 && drill.facts.every(({ text }) => text)
          ? [{ is: 'text' as const, text: drill.facts.map(({ label, text }) => `${label}: ${text ?? ''}`).join('; ') }]
          : []),
        { is: 'text', text: marked.says },
        { is: 'list', items: [...drill.because] },
      ]),
      { is: 'text', text: 'Made by a program for practice: no licence, and no proof of a skill of the hand.' },
    ],
  };
}
