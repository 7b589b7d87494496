/** Sizes of paper. */
export const PAPERS = ['letter', 'a4'] as const;
/** One of `PAPERS`. */
export type Paper = (typeof PAPERS)[number];

/** The pages behind the first one, in their order. */
export const REPORT_SECTIONS = ['coils', 'sections', 'readings', 'photos', 'findings', 'price', 'saved', 'safety', 'people'] as const;
/** One of `REPORT_SECTIONS`. */
export type ReportSection = (typeof REPORT_SECTIONS)[number];

/** The same in words. */
export const REPORT_SECTION_NAMES: Record<ReportSection, string> = {
  coils: 'Coils before and after',
  sections: 'How each section was washed',
  readings: 'Readings and what they say',
  photos: 'Photos',
  findings: 'Findings and answers',
  price: 'What it comes to',
  saved: 'What it saved, by the meter',
  safety: 'What was left out or left open',
  people: 'Who did what, and signatures',
};

/** How a shop hands its reports over, chosen once. The record itself holds everything whatever is chosen. */
export interface ReportWays {
  paper: Paper;
  /** Sections that are not printed. */
  without: ReportSection[];
  /** The guarantee in the shop's own words; empty where it gives none. */
  guarantee: string;
  /** How long it holds after the closing, days. */
  guaranteeDays: number;
}

/**
 * A shop that has chosen nothing: all sections, no guarantee.
 * @returns ways to hand over
 * @example usualWays().paper // "letter"
 */
export const usualWays = (): ReportWays => ({ paper: 'letter', without: [], guarantee: '', guaranteeDays: 30 });
