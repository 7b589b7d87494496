import { font, type Tokens } from '@/ui';

/**
 * A round step that so many of cover a span.
 * @param span of the values, above 0
 */
export function roundStep(span: number, sections: number): number {
  const rough = Math.max(span, 1e-9) / sections;
  const tens = 10 ** Math.floor(Math.log10(rough));
  return ([1, 2, 2.5, 5, 10].find((each) => each * tens >= rough - 1e-12) ?? 10) * tens;
}

/** Decimals that tell the steps of an axis apart. */
export const stepDigits = (step: number): number => (step < 1 ? Math.ceil(-Math.log10(step)) : 0);

/** How the axes of every line chart look. @param room for the figures at the left, px */
export const axisLook = (tokens: Tokens, room: number) =>
  ({
    yAxisLabelWidth: room - 6,
    yAxisTextStyle: { color: tokens.ink, fontFamily: font.figure, fontSize: 13 },
    rulesColor: tokens.rule,
    xAxisColor: tokens.ink,
    yAxisColor: tokens.ink,
    disableScroll: true,
    isAnimated: false,
    adjustToWidth: false,
  }) as const;
