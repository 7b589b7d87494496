import { dayIn, longDay, stampIn, isoAt } from '../../clock';
import type { Report, ReportBlock } from '../../report/blocks';
import { areaScore, DEBRIEF_AREA_NAMES, DEBRIEF_AREAS, type VisitDebrief } from './visitDebrief';

/** What the sheet of a practised visit is made of. */
export interface VisitSheetInput {
  person: string;
  shop: { name: string; address: string };
  /** The shop's clock, IANA. */
  zone: string;
  atMs: number;
  minutes: number;
  exam: boolean;
  place: string;
  debrief: VisitDebrief;
}

/**
 * A practised visit as a dated sheet: each area with what went well and what did not.
 * @param input who, when, and how it went
 * @returns the sheet, block by block
 * @example visitSheet({ person: 'Wren', shop: { name: 'A shop', address: '' }, zone: 'UTC', atMs: 0, minutes: 90, exam: true, place: 'A place', debrief: { safety: [], coil: [], time: [], water: [], judgement: [] } }).title // 'Exam: a whole visit'
 */
export function visitSheet({ person, shop, zone, atMs, minutes, exam, place, debrief }: VisitSheetInput): Report {
  const rows = DEBRIEF_AREAS.flatMap((area) => {
    const { right, of } = areaScore(debrief[area]);
    return of > 0 ? [[DEBRIEF_AREA_NAMES[area], `${right} of ${of}`]] : [];
  });
  return {
    title: exam ? 'Exam: a whole visit' : 'A whole visit, practised',
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: `${person} · ${stampIn(zone, isoAt(atMs))}`,
    language: 'en',
    blocks: [
      { is: 'heading', text: person },
      {
        is: 'text',
        text: `${longDay(dayIn(zone, atMs))}. ${place}, as a model of it: ${minutes} min by its own clock${exam ? ', without reasons' : ''}.`,
      },
      { is: 'table', head: ['', 'Well'], rows, figures: [1] },
      ...DEBRIEF_AREAS.filter((area) => debrief[area].length > 0).flatMap((area): ReportBlock[] => [
        { is: 'heading', text: DEBRIEF_AREA_NAMES[area] },
        { is: 'list', items: debrief[area].map(({ ok, words }) => `${ok ? 'Well' : 'Not'}: ${words}`) },
      ]),
      { is: 'text', text: 'Made by a program for practice: no licence, and no proof of a skill of the hand.' },
    ],
  };
}
