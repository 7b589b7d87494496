import { doubtText } from '../airside';
import { longDay, stampIn } from '../clock';
import { QUANTITIES } from '../readings';
import type { Report, ReportBlock } from '../report';
import { gradeFacts, type Grade } from '../survey';
import { formatDuration, formatRatio, type UnitSystem } from '../units';
import type { RecordedVisit, RecordedWash, SystemRecordFile } from './systemRecord';

/** How a record is set. */
export interface RecordWays {
  /** The shop's clock, IANA. */
  zone: string;
  units: UnitSystem;
}

const gradeWords = (grade: number | null): string => (grade === null ? '' : `${grade} ${gradeFacts(grade as Grade).name.toLowerCase()}`);
const lightWords = (pct: number | null): string => (pct === null ? '' : `, ${Math.round(pct)} % light`);

/** A long number in groups, so that it breaks over lines and can be compared by eye. */
const grouped = (hash: string): string => hash.replace(/(.{8})(?=.)/g, '$1 ');

function soakWords({ soakedS }: RecordedWash): string {
  if (soakedS.length === 0) return '';
  const [least, most] = [Math.min(...soakedS), Math.max(...soakedS)];
  return least === most ? formatDuration(least) : `${formatDuration(least)} to ${formatDuration(most)}`;
}

function visitBlocks(visit: RecordedVisit, record: SystemRecordFile, { zone, units }: RecordWays): ReportBlock[] {
  const nameOf = (coilId: string) => record.coils.find((coil) => coil.id === coilId)?.name ?? coilId;
  const readings = (['before', 'after'] as const).flatMap((when) => {
    const own = visit.readings.filter((reading) => reading.when === when);
    const words = own.map(
      ({ quantity, name, value, u, how }) =>
        `${name} ${doubtText({ value, u }, QUANTITIES[quantity].edge, units)}${how === 'typed' ? '' : ` (${how})`}`,
    );
    return words.length > 0 ? [[`Read ${when}`, words.join('; ')] as [string, string]] : [];
  });
  return [
    { is: 'heading', text: longDay(visit.day) },
    {
      is: 'table',
      head: ['Coil', 'As found', 'As left', 'Washed with', 'Soaked'],
      rows: visit.washes.map((wash) => [
        nameOf(wash.coilId),
        `${gradeWords(wash.gradeBefore)}${lightWords(wash.openBeforePct)}`,
        `${gradeWords(wash.gradeAfter)}${lightWords(wash.openAfterPct)}`,
        `${wash.washedWith}${wash.waterParts === null || wash.washedWith.includes(':') ? '' : `, ${formatRatio(wash.waterParts)}`}`,
        soakWords(wash),
      ]),
    },
    {
      is: 'rows',
      rows: [
        ...readings,
        ...visit.findings.map((row): [string, string] => ['Finding', [row.name, row.note].filter(Boolean).join(': ')]),
        ...visit.steps.map((row): [string, string] => [
          `Finding ${row.step}`,
          [row.words, `${stampIn(zone, row.at)}, ${row.by}`].filter(Boolean).join('. '),
        ]),
        ...visit.closings.map((closing, i): [string, string] => [
          visit.closings.length > 1 ? `Closed, version ${i + 1}` : 'Closed',
          `${stampIn(zone, closing.at)}, ${closing.by}${closing.reopened ? `. Opened again ${stampIn(zone, closing.reopened.at)} by ${closing.reopened.by}: ${closing.reopened.why}` : ''}`,
        ]),
        ['Entries', `${visit.chain.length}, last hash ${grouped(visit.chain.at(-1)?.hash ?? '')}`],
      ],
    },
  ];
}

/**
 * The record of a system as a document: every wash, reading and product, dated, with the hash that its entries end in, and the file itself inside.
 * @param record as the server made it
 * @param ways clock and units
 * @returns the document, block by block
 * @example recordReport.length // 2
 */
export function recordReport(record: SystemRecordFile, ways: RecordWays): Report {
  const { shop, place, system, customerName, visits } = record;
  return {
    title: `Record of ${system.name}`,
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: `${place.name}, ${system.name} · ${stampIn(ways.zone, record.madeAt)}`,
    language: 'en-US',
    attached: { name: 'record.json', text: JSON.stringify(record) },
    blocks: [
      {
        is: 'rows',
        rows: [
          ['For', [customerName, place.name, place.address].filter(Boolean).join(', ')],
          [
            'System',
            [system.name, system.model, system.refrigerant, system.madeYear ? `made ${system.madeYear}` : ''].filter(Boolean).join(' · '),
          ],
          ['Washes on record', `${visits.length}${visits[0] ? `, since ${longDay(visits[0].day)}` : ''}`],
          ['Made', stampIn(ways.zone, record.madeAt)],
          ['Seal', grouped(record.seal)],
        ],
      },
      {
        is: 'text',
        text: 'Every entry is chained to the one before it, and this document carries them as a file. Held against the shop’s data, a later change to either would show.',
      },
      ...(visits.length === 0 ? [{ is: 'text' as const, text: 'No wash of this system is on record yet.', strong: true }] : []),
      ...visits.flatMap((visit) => visitBlocks(visit, record, ways)),
    ],
  };
}
