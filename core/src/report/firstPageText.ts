import type { Report } from './blocks';

/**
 * The first page of a report as text, to be put into a message by whoever sends it.
 * @param report what is told
 * @returns plain lines; a list has a dash before each
 * @example firstPageText({ title: 'Fennick terrace', shop: 'Cotter & Vane', about: '', language: 'en-US', blocks: [{ is: 'heading', text: 'Done' }, { is: 'list', items: ['Washed.'] }] }) // "Fennick terrace\n\nDone\n- Washed.\n\nCotter & Vane"
 */
export function firstPageText(report: Report): string {
  const behind = report.blocks.findIndex((block) => block.is === 'heading' && block.pageBefore);
  const lines = report.blocks.slice(0, behind < 0 ? undefined : behind).flatMap((block): string[] => {
    if (block.is === 'heading') return ['', block.text];
    if (block.is === 'list') return block.items.map((item) => `- ${item}`);
    if (block.is === 'rows') return block.rows.map(([label, value]) => `${label}: ${value}`);
    return block.is === 'text' ? [block.text] : [];
  });
  return [report.title, ...lines, '', report.shop].join('\n').trim();
}
