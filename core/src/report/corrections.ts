import type { ReportBlock } from './blocks';

/** One line of a report, under the heading that it stands under. */
export interface ReportLine {
  heading: string;
  text: string;
}

/**
 * Every line of a report as text.
 * @param blocks of the report
 * @returns lines in their order
 * @example reportLines([{ is: 'heading', text: 'Done' }, { is: 'list', items: ['Washed.'] }]) // [{ heading: 'Done', text: 'Washed.' }]
 */
export function reportLines(blocks: readonly ReportBlock[]): ReportLine[] {
  let heading = '';
  return blocks.flatMap((block): ReportLine[] => {
    if (block.is === 'heading') heading = block.text;
    const texts = ((): string[] => {
      switch (block.is) {
        case 'text':
          return [block.text];
        case 'list':
          return block.items;
        case 'rows':
          return block.rows.map(([label, value]) => `${label}: ${value}`);
        case 'table':
          return block.rows.map((row) => row.filter(Boolean).join(' · '));
        case 'strip':
          return block.faces.map(
            (face) =>
              `${block.title}, ${face.name.toLowerCase()}: ${(block.grades[face.id] ?? []).map((grade) => grade ?? 'not graded').join(', ')}`,
          );
        default:
          return [];
      }
    })();
    return texts.map((text) => ({ heading, text }));
  });
}

/** A line that is told otherwise than before: empty where one of the two has no such line. */
export interface Correction {
  heading: string;
  before: string;
  after: string;
}

/**
 * What one version of a report tells otherwise than the one before it, line by line.
 * @param before lines of the earlier one
 * @param after lines of the later one
 * @returns each line that was changed, came or went, under its heading
 * @example correctionsBetween([{ heading: 'Result', text: 'to 1' }], [{ heading: 'Result', text: 'to 0' }]) // [{ heading: 'Result', before: 'to 1', after: 'to 0' }]
 */
export function correctionsBetween(before: readonly ReportLine[], after: readonly ReportLine[]): Correction[] {
  const headings = [...new Set([...before, ...after].map((line) => line.heading))];
  return headings.flatMap((heading) => {
    const [was, is] = [before, after].map((lines) => lines.filter((line) => line.heading === heading).map((line) => line.text)) as [
      string[],
      string[],
    ];
    const gone = without(was, is);
    const come = without(is, was);
    return Array.from({ length: Math.max(gone.length, come.length) }, (_, i) => ({ heading, before: gone[i] ?? '', after: come[i] ?? '' }));
  });
}

/** Those of one list that the other has not, each as often as it is missing. */
function without(list: readonly string[], other: readonly string[]): string[] {
  const left = [...other];
  return list.filter((text) => {
    const at = left.indexOf(text);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
}
