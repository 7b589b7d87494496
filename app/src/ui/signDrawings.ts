/** One stroke's way, as an SVG element and its attributes. */
export type Shape =
  | readonly ['path', { d: string }]
  | readonly ['circle', { cx: string; cy: string; r: string }]
  | readonly ['rect', { x: string; y: string; width: string; height: string; rx: string }];

/**
 * The only signs in use, on a field of 24 by 24: lines alone, their ends round. Drawings of Lucide (ISC licence), by the name that each has there. The
 * fourteen stand here so that a first start need not unpack the ten thousand files of the rest; a test holds them to the published set.
 */
export const SIGN_DRAWINGS = {
  back: { from: 'chevron-left', shapes: [['path', { d: 'm15 18l-6-6l6-6' }]] },
  forward: { from: 'chevron-right', shapes: [['path', { d: 'm9 18l6-6l-6-6' }]] },
  check: { from: 'check', shapes: [['path', { d: 'M20 6L9 17l-5-5' }]] },
  close: { from: 'x', shapes: [['path', { d: 'M18 6L6 18M6 6l12 12' }]] },
  clock: {
    from: 'clock',
    shapes: [
      ['circle', { cx: '12', cy: '12', r: '10' }],
      ['path', { d: 'M12 6v6l4 2' }],
    ],
  },
  info: {
    from: 'info',
    shapes: [
      ['circle', { cx: '12', cy: '12', r: '10' }],
      ['path', { d: 'M12 16v-4m0-4h.01' }],
    ],
  },
  stop: {
    from: 'octagon-alert',
    shapes: [
      [
        'path',
        {
          d: 'M12 16h.01M12 8v4m3.312-10a2 2 0 0 1 1.414.586l4.688 4.688A2 2 0 0 1 22 8.688v6.624a2 2 0 0 1-.586 1.414l-4.688 4.688a2 2 0 0 1-1.414.586H8.688a2 2 0 0 1-1.414-.586l-4.688-4.688A2 2 0 0 1 2 15.312V8.688a2 2 0 0 1 .586-1.414l4.688-4.688A2 2 0 0 1 8.688 2z',
        },
      ],
    ],
  },
  today: {
    from: 'calendar-days',
    shapes: [
      ['path', { d: 'M8 2v3m8-3v3' }],
      ['rect', { width: '18', height: '18', x: '3', y: '3', rx: '2' }],
      ['path', { d: 'M3 9h18M8 13h.01M12 13h.01M16 13h.01M8 17h.01M12 17h.01M16 17h.01' }],
    ],
  },
  places: {
    from: 'house',
    shapes: [
      ['path', { d: 'M15 21v-8a1 1 0 0 0-1-1h-4a1 1 0 0 0-1 1v8' }],
      ['path', { d: 'M3 10a2 2 0 0 1 .709-1.528l7-6a2 2 0 0 1 2.582 0l7 6A2 2 0 0 1 21 10v9a2 2 0 0 1-2 2H5a2 2 0 0 1-2-2z' }],
    ],
  },
  bench: {
    from: 'calculator',
    shapes: [
      ['rect', { width: '16', height: '20', x: '4', y: '2', rx: '2' }],
      ['path', { d: 'M8 6h8m0 8v4m0-8h.01M12 10h.01M8 10h.01M12 14h.01M8 14h.01M12 18h.01M8 18h.01' }],
    ],
  },
  shelf: {
    from: 'spray-can',
    shapes: [
      [
        'path',
        {
          d: 'M3 3h.01M7 5h.01M11 7h.01M3 7h.01M7 9h.01M3 11h.01M15 5h4v4h-4zm4 4l2 2v10c0 .6-.4 1-1 1h-6c-.6 0-1-.4-1-1V11l2-2m-2 5l8-2m-8 7l8-2',
        },
      ],
    ],
  },
  practice: {
    from: 'graduation-cap',
    shapes: [
      [
        'path',
        {
          d: 'M21.42 10.922a1 1 0 0 0-.019-1.838L12.83 5.18a2 2 0 0 0-1.66 0L2.6 9.08a1 1 0 0 0 0 1.832l8.57 3.908a2 2 0 0 0 1.66 0zM22 10v6',
        },
      ],
      ['path', { d: 'M6 12.5V16a6 3 0 0 0 12 0v-3.5' }],
    ],
  },
  drag: {
    from: 'grip-vertical',
    shapes: [
      ['circle', { cx: '9', cy: '12', r: '1' }],
      ['circle', { cx: '9', cy: '5', r: '1' }],
      ['circle', { cx: '9', cy: '19', r: '1' }],
      ['circle', { cx: '15', cy: '12', r: '1' }],
      ['circle', { cx: '15', cy: '5', r: '1' }],
      ['circle', { cx: '15', cy: '19', r: '1' }],
    ],
  },
  more: { from: 'sliders-horizontal', shapes: [['path', { d: 'M10 5H3m9 14H3M14 3v4m2 10v4m5-9h-9m9 7h-5m5-14h-7m-6 5v4m0-2H3' }]] },
} as const satisfies Record<string, { from: string; shapes: readonly Shape[] }>;

export type SignName = keyof typeof SIGN_DRAWINGS;
