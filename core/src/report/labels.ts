import { tableOf } from '../errors';
import type { Sheet } from './layout';
import { inlineText, REPORT_FONTS } from './layout';
import { qrSvg } from './qr';
import type { Paper } from './ways';

/** Something to stick on: a square to be read by a phone, a heading, and lines. */
export interface StickyLabel {
  /** What the square says. */
  code: string;
  heading: string;
  lines: string[];
  /** Said in bold at the end: hazards of a bottle, the short code of a unit. */
  strong: string;
}

/** One label, or a sheet of them. */
export const LABEL_STOCKS = ['one', 'letter-10', 'letter-6', 'a4-14', 'a4-8'] as const;
/** One of `LABEL_STOCKS`. */
export type LabelStock = (typeof LABEL_STOCKS)[number];

interface StockFacts {
  name: string;
  /** Null: a page as large as the label. */
  paper: Paper | null;
  columns: number;
  rows: number;
  /** Of one label, and where the first one lies, mm. */
  widthMm: number;
  heightMm: number;
  leftMm: number;
  topMm: number;
  /** From the edge of one to the edge of the next, mm. */
  gapMm: number;
}

/** Usual sizes of blank sheets, from memory: a printer's own test page tells whether they fit. */
export const LABEL_STOCK_TABLE: Record<LabelStock, StockFacts> = tableOf('label stock', {
  one: { name: 'One label, 90 × 50 mm', paper: null, columns: 1, rows: 1, widthMm: 90, heightMm: 50, leftMm: 0, topMm: 0, gapMm: 0 },
  'letter-10': {
    name: 'Letter, 10 of 4 × 2 in',
    paper: 'letter',
    columns: 2,
    rows: 5,
    widthMm: 101.6,
    heightMm: 50.8,
    leftMm: 4,
    topMm: 12.7,
    gapMm: 4.8,
  },
  'letter-6': {
    name: 'Letter, 6 of 4 × 3⅓ in',
    paper: 'letter',
    columns: 2,
    rows: 3,
    widthMm: 101.6,
    heightMm: 84.6,
    leftMm: 4,
    topMm: 12.7,
    gapMm: 4.8,
  },
  'a4-14': {
    name: 'A4, 14 of 99 × 38 mm',
    paper: 'a4',
    columns: 2,
    rows: 7,
    widthMm: 99.1,
    heightMm: 38.1,
    leftMm: 4.7,
    topMm: 15.1,
    gapMm: 2.5,
  },
  'a4-8': {
    name: 'A4, 8 of 99 × 68 mm',
    paper: 'a4',
    columns: 2,
    rows: 4,
    widthMm: 99.1,
    heightMm: 67.7,
    leftMm: 4.7,
    topMm: 13.1,
    gapMm: 2.5,
  },
});

const PT_PER_MM = 72 / 25.4;
const INSET_MM = 3;
/** Widest that the square gets, mm: read at arm's length. */
const CODE_MM = 32;
const pt = (mm: number): number => Math.round(mm * PT_PER_MM * 100) / 100;

/** Where the label of a place on the sheet lies, mm. */
const cornerOf = ({ columns, leftMm, topMm, widthMm, heightMm, gapMm }: StockFacts, place: number): [x: number, y: number] => [
  leftMm + (place % columns) * (widthMm + gapMm),
  topMm + Math.floor(place / columns) * heightMm,
];

/**
 * Labels set on paper, as pdfmake takes it.
 * @param labels what goes on them, one after another
 * @param stock which sheet
 * @param first place of the first label on its sheet, from 0: sheets are used up over several days
 * @param madeAt when it is made, UTC ms
 * @returns the description
 * @example labelSheet([], 'one', 0, 0)['pageMargins'] // 0
 */
export function labelSheet(labels: readonly StickyLabel[], stock: LabelStock, first: number, madeAt: number): Sheet {
  const facts = LABEL_STOCK_TABLE[stock];
  const perPage = facts.columns * facts.rows;
  const codeMm = Math.min(CODE_MM, facts.heightMm - 2 * INSET_MM);
  const content = labels.flatMap((label, i): Sheet[] => {
    const place = (first + i) % perPage;
    const [x, y] = cornerOf(facts, place);
    const turns = i > 0 && place === 0;
    return [
      {
        svg: qrSvg(label.code),
        width: pt(codeMm),
        absolutePosition: { x: pt(x + INSET_MM), y: pt(y + INSET_MM) },
        ...(turns ? { pageBreak: 'before' } : {}),
      },
      {
        absolutePosition: { x: pt(x + 2 * INSET_MM + codeMm), y: pt(y + INSET_MM) },
        columns: [
          {
            width: pt(facts.widthMm - 3 * INSET_MM - codeMm),
            stack: [
              inlineText(label.heading, { bold: true, fontSize: 10.5, margin: [0, 0, 0, 2] }),
              ...label.lines.map((text) => inlineText(text, { fontSize: 8 })),
              ...(label.strong ? [inlineText(label.strong, { bold: true, fontSize: 9, margin: [0, 2, 0, 0] })] : []),
            ],
          },
        ],
      },
    ];
  });
  return {
    pageSize: facts.paper === null ? { width: pt(facts.widthMm), height: pt(facts.heightMm) } : facts.paper === 'a4' ? 'A4' : 'LETTER',
    pageMargins: 0,
    language: 'en-US',
    info: { title: labels[0]?.heading ?? 'Labels', creationDate: new Date(madeAt), modDate: new Date(madeAt) },
    defaultStyle: { font: REPORT_FONTS.latin, lineHeight: 1.1 },
    content: content.length > 0 ? content : [{ text: '' }],
  };
}
