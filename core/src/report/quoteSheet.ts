import { longDay, stampIn } from '../clock';
import { formatMoney } from '../price';
import { ANSWER_WAY_NAMES, type Quote } from '../run';
import type { Report, ReportBlock } from './blocks';

/** What a printed quote is made of. */
export interface QuoteSheetInput {
  quote: Quote;
  shop: { name: string; address: string };
  place: { name: string; address: string; customerName: string };
  system: { name: string; model: string };
  /** The shop's clock, IANA. */
  zone: string;
}

/**
 * A quote as a sheet to be signed, or, once it is answered, with the answer: every way with its lines, what it leaves, and until when it holds.
 * @param input the quote and whose it is
 * @returns the sheet, block by block
 * @example quoteSheet.length // 1
 */
export function quoteSheet({ quote, shop, place, system, zone }: QuoteSheetInput): Report {
  const show = (amount: string) => formatMoney(amount, quote.currency, 'en-US');
  const { answer, options } = quote;
  const taken = options.find((option) => option.id === answer?.value.optionId);
  const lines = options.flatMap((option): ReportBlock[] => [
    { is: 'heading', text: options.length > 1 ? `[   ] ${option.name}` : option.name },
    {
      is: 'table',
      head: ['', 'How many', 'Price'],
      figures: [1, 2],
      rows: [
        ...option.lines.map((line) => [line.words, line.quantity, show(line.net)]),
        ...(Number(option.tax) === 0 ? [] : [['Tax', '', show(option.tax)]]),
        ['To pay', '', show(option.total)],
      ],
    },
    ...(option.leaves ? [{ is: 'text' as const, text: `It leaves: ${option.leaves}` }] : []),
  ]);
  const ending: ReportBlock[] = !answer
    ? [
        { is: 'text', text: 'I accept the way that is marked, at its price.', strong: true },
        { is: 'signature', name: 'Name, day and signature', under: `Quote ${quote.number}`, strokes: [] },
      ]
    : taken
      ? [
          {
            is: 'text',
            text: `${taken.name}, ${show(taken.total)}: accepted by ${answer.value.name}. ${ANSWER_WAY_NAMES[answer.value.how]}, ${stampIn(zone, answer.at)}.`,
            strong: true,
          },
          ...(answer.value.strokes.length > 0
            ? [{ is: 'signature' as const, name: answer.value.name, under: stampIn(zone, answer.at), strokes: answer.value.strokes }]
            : []),
        ]
      : [{ is: 'text', text: `Declined, ${stampIn(zone, answer.at)}: ${answer.value.words}`, strong: true }];
  return {
    title: `Quote ${quote.number}`,
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: `${place.name}, ${system.name} · quote ${quote.number}`,
    language: 'en-US',
    blocks: [
      {
        is: 'rows',
        rows: [
          ['For', [place.customerName, place.name, place.address].filter(Boolean).join(', ')],
          ['System', [system.name, system.model].filter(Boolean).join(' · ')],
          ['Made', `${stampIn(zone, quote.at)}, ${quote.by}`],
          ['Holds until', longDay(quote.validUntil)],
        ],
      },
      ...(quote.note ? [{ is: 'text' as const, text: quote.note }] : []),
      ...lines,
      ...ending,
    ],
  };
}
