/** The only place with colors and sizes. Each color has a meaning; text pairs are 7:1 or better, graphics 4.5:1 (checked in tokens.test). */
export interface Tokens {
  name: ThemeName;
  paper: string;
  sheet: string;
  ink: string;
  inkSoft: string;
  rule: string;
  ruleStrong: string;
  /** act, done */
  elm: string;
  elmWash: string;
  onElm: string;
  /** water */
  mist: string;
  mistWash: string;
  /** clock running */
  amberFill: string;
  amberWash: string;
  amberInk: string;
  /** stop */
  brick: string;
  brickWash: string;
}

export const THEME_NAMES = ['daylight', 'attic'] as const;
export type ThemeName = (typeof THEME_NAMES)[number];

export const THEMES: Record<ThemeName, Tokens> = {
  daylight: {
    name: 'daylight',
    paper: '#F7F5EE',
    sheet: '#FFFFFF',
    ink: '#14201B',
    inkSoft: '#46524C',
    rule: '#C9CDBF',
    ruleStrong: '#46524C',
    elm: '#1D5A40',
    elmWash: '#DCE8DD',
    onElm: '#FFFFFF',
    mist: '#1B5573',
    mistWash: '#DCEAF1',
    amberFill: '#FFD98A',
    amberWash: '#FFF1CF',
    amberInk: '#6B4200',
    brick: '#8E2A1B',
    brickWash: '#F6DDD6',
  },
  attic: {
    name: 'attic',
    paper: '#101613',
    sheet: '#18201C',
    ink: '#E9EDE6',
    inkSoft: '#B9C3BB',
    rule: '#3A463F',
    ruleStrong: '#B9C3BB',
    elm: '#7FC4A0',
    elmWash: '#1D3529',
    onElm: '#101613',
    mist: '#8CC4DE',
    mistWash: '#17303C',
    amberFill: '#5C3E08',
    amberWash: '#3A2B0C',
    amberInk: '#F2C25C',
    brick: '#F0A08F',
    brickWash: '#3F1C15',
  },
};

export const space = { xs: 4, s: 8, m: 12, l: 16, xl: 24 } as const;
export const radius = 3;
export const line = { thin: 1, firm: 1.5, heavy: 2.5 } as const;
/** Smallest touch target, and the one for wet gloves. */
export const target = { usual: 48, wet: 56 } as const;
export const font = { text: 'AtkinsonRegular', bold: 'AtkinsonBold', figure: 'BarlowSemiBold' } as const;
/** Widest a line of text may run, about 70 characters. */
export const measure = 620;
/** From here on: rail at left, list and detail side by side. */
export const WIDE = 900;
/** From here on the list stays when Because is open as the third column. */
export const VERY_WIDE = 1240;
