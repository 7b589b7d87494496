/** Letters of scripts that are written from right to left: Hebrew, Arabic and its neighbors, with their presentation forms. */
const RTL = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFF]/;
/** Hebrew, and its presentation forms. */
const HEBREW = /[\u0590-\u05FF\uFB1D-\uFB4F]/;

/** A stretch of text in one script. */
export interface Stretch {
  text: string;
  script: 'latin' | 'hebrew' | 'arabic';
}

/** Longest line of such a stretch, signs: the narrowest column of a document holds as many. */
const LINE = 32;

/** Words in lines, the first words in the first one: what is set word by word from the left would put them into the last. */
function inLines(words: readonly string[]): string[][] {
  const lines: string[][] = [];
  let length = Infinity;
  for (const word of words) {
    length += word.length + 1;
    if (length > LINE) {
      lines.push([]);
      length = word.length;
    }
    lines.at(-1)?.push(word);
  }
  return lines;
}

/**
 * Text in stretches of one script each, the words of a right-to-left stretch turned round: whoever sets them one after another from the left
 * gets a line that reads from the right. A long one is broken into lines of its own, so that it goes on below and not above. Letters within a word are
 * left to the font.
 * @param text as it was typed
 * @returns stretches, in the order they are set
 * @example stretches('Flat 2 שרה לוי').map((part) => part.text) // ['Flat 2 ', 'לוי שרה']
 */
export function stretches(text: string): Stretch[] {
  if (!RTL.test(text)) return [{ text, script: 'latin' }];
  const parts: Stretch[] = [];
  for (const word of text.split(/(\s+)/)) {
    if (word === '') continue;
    const script: Stretch['script'] = HEBREW.test(word) ? 'hebrew' : RTL.test(word) ? 'arabic' : 'latin';
    const before = parts.at(-1);
    if (/^\s+$/.test(word) && before) before.text += word;
    else if (before?.script === script) before.text += word;
    else parts.push({ text: word, script });
  }
  return parts.map((part) => {
    if (part.script === 'latin') return part;
    const tail = /\s*$/.exec(part.text)?.[0] ?? '';
    return {
      ...part,
      text:
        inLines(part.text.trim().split(/\s+/))
          .map((line) => line.reverse().join(' '))
          .join('\n') + tail,
    };
  });
}
