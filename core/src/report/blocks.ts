import type { FaceGrades } from '../survey';

/** A piece of a report, as it is told; how it is set on paper is another matter. */
export type ReportBlock =
  | { is: 'heading'; text: string; pageBefore?: boolean }
  | { is: 'text'; text: string; strong?: boolean }
  | { is: 'list'; items: string[] }
  | { is: 'rows'; rows: [label: string, value: string][] }
  | { is: 'table'; head: string[]; rows: string[][]; figures?: number[] }
  | { is: 'strip'; title: string; faces: { id: string; name: string }[]; rows: number; grades: FaceGrades }
  | { is: 'drawn'; title: string; text: string; svg: string }
  | { is: 'photos'; photos: { photoId: string; caption: string }[] }
  | { is: 'signature'; name: string; under: string; strokes: number[][] };

/** A whole report: one page that a lay person reads in a minute, and the pages behind it. */
export interface Report {
  title: string;
  /** Whose paper it is, at the head of every page. */
  shop: string;
  /** What it is about, at its foot. */
  about: string;
  /** In large type, to be read at arm's length. */
  large?: boolean;
  /** A file that the PDF carries. */
  attached?: { name: string; text: string };
  /** BCP 47. */
  language: string;
  blocks: ReportBlock[];
}
