import { dayIn, longDay, stampIn } from '../clock';
import type { Report, ReportBlock } from './blocks';
import { REPORT_SECTION_NAMES, REPORT_SECTIONS } from './ways';
import { firstPage } from './firstPage';
import type { ReportInput } from './reportInput';
import { SECTIONS } from './visitSections';

/**
 * The report of a visit: one page that a lay person reads in a minute, and the pages behind it, as the shop hands them over.
 * @param input the visit, what stands around it, and the shop's ways
 * @returns what is told, block by block
 * @example visitReport.length // 1
 */
export function visitReport(input: ReportInput): Report {
  const { state, place, system, shop, zone, events } = input;
  const at = state.closed?.at ?? events.at(-1)?.at ?? null;
  const serial = state.identity?.value.serial ?? '';
  const behind = REPORT_SECTIONS.filter((id) => !input.ways.without.includes(id)).flatMap((id): ReportBlock[] => {
    const blocks = SECTIONS[id](input);
    return blocks.length > 0 ? [{ is: 'heading', text: REPORT_SECTION_NAMES[id] }, ...blocks] : [];
  });
  if (input.corrections.length > 0) behind.push({ is: 'heading', text: 'What was corrected' }, ...input.corrections);
  if (behind[0]?.is === 'heading') behind[0].pageBefore = true;
  return {
    title: `${place.name}, ${system.name}`,
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: `${place.name}, ${system.name}${at ? ` · ${longDay(dayIn(zone, Date.parse(at)))}` : ''}`,
    language: 'en-US',
    blocks: [
      {
        is: 'rows',
        rows: [
          ['For', [place.customerName, place.address].filter(Boolean).join(', ')],
          ['System', [system.name, system.model, serial ? `serial ${serial}` : ''].filter(Boolean).join(' · ')],
          ['Date', at ? stampIn(zone, at) : 'not begun'],
          ['By', [...new Set(events.map((event) => event.by))].join(', ') || 'nobody yet'],
        ],
      },
      ...(state.closed ? [] : [{ is: 'text' as const, text: 'The visit is not closed: what stands here may still change.', strong: true }]),
      ...firstPage(input),
      ...behind,
    ],
  };
}
