import { gradeFacts } from '../survey';
import type { Report, ReportBlock } from './blocks';
import { stretches } from './rightToLeft';
import type { Paper } from './ways';

/** A picture for a report, as a data address; null where the device has it not. */
export type PictureOf = (photoId: string) => string | null;

/** Plain description of a document, as pdfmake takes it: no more than what is set here. */
export type Sheet = Record<string, unknown>;

/** Fonts that ship with the program, by the name that the layout uses. */
export const REPORT_FONTS = { latin: 'Text', hebrew: 'Hebrew', arabic: 'Arabic' } as const;

const INK = '#17251f';
const SOFT = '#44524b';
const RULE = '#8b948e';
/** Ground of a grade, from none to packed: lighter to darker, so that it holds in grey; the number and word carry it. */
const GRADE_GROUND = ['#ffffff', '#f0f0ee', '#d9dad6', '#bfc1bc', '#9da19b'] as const;
const MARGIN = 48;
const PICTURES_A_ROW = 3;

/**
 * Words as pdfmake takes them, each stretch in a font that has its letters.
 * @param text the words
 * @param more style of the whole
 * @returns the description
 * @example inlineText('a') // { text: 'a' }
 */
export const inlineText = (text: string, more: Sheet = {}): Sheet => {
  const parts = stretches(text);
  return parts.length === 1 && parts[0]?.script === 'latin'
    ? { text, ...more }
    : { text: parts.map((part) => ({ text: part.text, font: REPORT_FONTS[part.script] })), ...more };
};

/** Rules under rows and nothing else, as on a work sheet. */
const RULED = {
  hLineWidth: (i: number, node: { table: { body: unknown[] } }) => (i === 0 || i > node.table.body.length ? 0 : 0.6),
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingTop: () => 3,
  paddingBottom: () => 3,
  paddingLeft: () => 0,
  paddingRight: () => 6,
};

/** Longest value that stands beside its label; a longer one goes under it. */
const rows = (list: readonly [string, string][]): Sheet => ({
  table: {
    widths: ['38%', '*'],
    body: list.map(([label, value]) => [inlineText(label, { color: SOFT }), inlineText(value, { bold: true })]),
  },
  layout: RULED,
  margin: [0, 2, 0, 6],
});

const SIGN_W = 220;
const SIGN_H = 66;

/** Each block as it is set. */
const SET: { [K in ReportBlock['is']]: (block: Extract<ReportBlock, { is: K }>, pictureOf: PictureOf) => Sheet[] } = {
  heading: ({ text, pageBefore }) => [
    inlineText(text, { fontSize: 13, bold: true, margin: [0, 12, 0, 3], headlineLevel: 1, ...(pageBefore ? { pageBreak: 'before' } : {}) }),
  ],
  text: ({ text, strong }) => [inlineText(text, { margin: [0, 2, 0, 2], ...(strong ? { bold: true } : {}) })],
  list: ({ items }) => [{ ul: items.map((item) => inlineText(item)), margin: [0, 2, 0, 4] }],
  rows: (block) => (block.rows.length > 0 ? [rows(block.rows)] : []),
  table: ({ head, rows: body, figures = [] }) => [
    {
      table: {
        headerRows: 1,
        widths: head.map((_, i) => (i === 0 ? '*' : 'auto')),
        body: [
          head.map((text, i) => inlineText(text, { bold: true, color: SOFT, alignment: figures.includes(i) ? 'right' : 'left' })),
          ...body.map((row) => row.map((text, i) => inlineText(text, { alignment: figures.includes(i) ? 'right' : 'left' }))),
        ],
      },
      layout: RULED,
      margin: [0, 2, 0, 6],
    },
  ],
  strip: ({ title, faces, rows: count, grades }) => [
    inlineText(title, { bold: true, margin: [0, 6, 0, 2] }),
    {
      table: {
        widths: faces.map(() => '*'),
        body: [
          ...Array.from({ length: count }, (_, i) =>
            faces.map((face) => {
              // The inner row on top, as the strip on the screen has it.
              const grade = grades[face.id]?.[count - 1 - i] ?? null;
              return grade === null
                ? { text: 'not graded', alignment: 'center', color: SOFT }
                : { text: `${grade} ${gradeFacts(grade).name.toLowerCase()}`, alignment: 'center', fillColor: GRADE_GROUND[grade] };
            }),
          ),
          faces.map((face) => inlineText(face.name, { alignment: 'center', fontSize: 8, color: SOFT })),
        ],
      },
      layout: { hLineColor: () => RULE, vLineColor: () => RULE, hLineWidth: () => 0.6, vLineWidth: () => 0.6 },
      margin: [0, 0, 0, 6],
      unbreakable: true,
    },
  ],
  drawn: ({ title, text, svg }) => [
    {
      unbreakable: true,
      margin: [0, 6, 0, 6],
      columnGap: 14,
      columns: [
        { svg, width: 76 },
        { width: '*', stack: [inlineText(title, { bold: true, fontSize: 16 }), inlineText(text)] },
      ],
    },
  ],
  photos: ({ photos }, pictureOf) => {
    const lines: Sheet[] = [];
    for (let at = 0; at < photos.length; at += PICTURES_A_ROW)
      lines.push({
        unbreakable: true,
        columnGap: 8,
        margin: [0, 4, 0, 4],
        columns: Array.from({ length: PICTURES_A_ROW }, (_, i) => {
          const photo = photos[at + i];
          if (!photo) return { text: '', width: '*' };
          const picture = pictureOf(photo.photoId);
          return {
            width: '*',
            stack: [
              picture ? { image: picture, fit: [165, 165] } : { text: 'The picture was not on this device.', italics: false, color: SOFT },
              inlineText(photo.caption, { fontSize: 8, color: SOFT, margin: [0, 2, 0, 0] }),
            ],
          };
        }),
      });
    return lines;
  },
  signature: ({ name, under, strokes }) => [
    {
      unbreakable: true,
      margin: [0, 8, 0, 0],
      stack: [
        {
          canvas: strokes
            .filter((stroke) => stroke.length >= 4)
            .map((stroke) => ({
              type: 'polyline',
              lineWidth: 1.2,
              lineColor: INK,
              points: Array.from({ length: Math.floor(stroke.length / 2) }, (_, i) => ({
                x: ((stroke[i * 2] ?? 0) / 1000) * SIGN_W,
                y: ((stroke[i * 2 + 1] ?? 0) / 1000) * SIGN_H,
              })),
            })),
        },
        { canvas: [{ type: 'line', x1: 0, y1: 0, x2: SIGN_W, y2: 0, lineWidth: 0.6, lineColor: RULE }] },
        inlineText(name, { bold: true, margin: [0, 2, 0, 0] }),
        inlineText(under, { fontSize: 8, color: SOFT }),
      ],
    },
  ],
};

/**
 * A report set on paper: the description that pdfmake turns into a PDF, the same on a phone and on the server.
 * @param report what is told
 * @param paper letter or A4
 * @param pictureOf the data address of a photo
 * @param madeAt when it is made, UTC ms
 * @returns the description
 * @example reportSheet({ title: 'A', shop: '', about: '', language: 'en-US', blocks: [] }, 'a4', () => null, 0)['pageSize'] // "A4"
 */
export function reportSheet(report: Report, paper: Paper, pictureOf: PictureOf, madeAt: number): Sheet {
  const set = (block: ReportBlock): Sheet[] => (SET[block.is] as (block: ReportBlock, pictureOf: PictureOf) => Sheet[])(block, pictureOf);
  return {
    pageSize: paper === 'a4' ? 'A4' : 'LETTER',
    pageMargins: [MARGIN, 64, MARGIN, 48],
    language: report.language,
    displayTitle: true,
    info: { title: report.title, author: report.shop, creationDate: new Date(madeAt), modDate: new Date(madeAt) },
    defaultStyle: { font: REPORT_FONTS.latin, fontSize: report.large ? 13 : 10, color: INK, lineHeight: 1.15 },
    header: inlineText(report.shop, { margin: [MARGIN, 28, MARGIN, 0], fontSize: 9, color: SOFT }),
    footer: (page: number, pages: number): Sheet => ({
      margin: [MARGIN, 16, MARGIN, 0],
      fontSize: 8,
      color: SOFT,
      columns: [inlineText(report.about), { text: `${page} of ${pages}`, alignment: 'right', width: 60 }],
    }),
    content: [
      inlineText(report.title, { fontSize: report.large ? 26 : 20, bold: true, margin: [0, 0, 0, 6] }),
      ...report.blocks.flatMap(set),
    ],
    pageBreakBefore: keepsWithNext,
  };
}

interface Placed {
  headlineLevel?: number;
  pageNumbers: number[];
}
/** A heading that would stand alone at the foot of a page goes to the next one. */
function keepsWithNext(node: Placed, ask: { getFollowingNodesOnPage: () => unknown[] }): boolean {
  return node.headlineLevel === 1 && ask.getFollowingNodesOnPage().length === 0;
}
