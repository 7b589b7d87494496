import type { FindingKind, Grade, Soil, SunExposure } from '@elm-mist/core/survey';

/** Grades by face (given order), one number for every row of it. */
type FaceGradesList = readonly Grade[];

export interface DiaryCoil {
  side: 'out' | 'in';
  before: FaceGradesList;
  after: FaceGradesList;
  soils: Soil[];
}

/** One visit as it went. `stage` is how far it got; past visits all reached `closed`. */
export interface DiaryVisit {
  systemId: string;
  /** Days before the demo's own day. 0 is that day. */
  daysBack: number;
  startMinute: number;
  durationMin: number;
  /** When the owner lets somebody in, minutes of the day; left out for any time. */
  hours?: [from: number, to: number];
  purpose: string;
  by: 0 | 1;
  stage: 'planned' | 'started' | 'looked' | 'closed';
  air: [dryBulbC: number, rhPct: number, windMs: number, sun: SunExposure];
  /** Return minus supply before and after, K; left out when it was not measured. */
  drop?: [before: number, after: number];
  coils: DiaryCoil[];
  note?: string;
  /** What was found besides soil. */
  finding?: { what: FindingKind; note: string };
}

const out = (before: FaceGradesList, after: FaceGradesList, ...soils: Soil[]): DiaryCoil => ({ side: 'out', before, after, soils });
const inn = (before: FaceGradesList, after: FaceGradesList, ...soils: Soil[]): DiaryCoil => ({ side: 'in', before, after, soils });
const past = (row: Omit<DiaryVisit, 'stage'>): DiaryVisit => ({ ...row, stage: 'closed' });

export const DEMO_DIARY: DiaryVisit[] = [
  past({
    systemId: 'fennick-hp',
    daysBack: 352,
    startMinute: 560,
    durationMin: 110,
    purpose: 'Yearly wash',
    by: 0,
    air: [27, 45, 2, 'shade'],
    drop: [7.4, 10.1],
    coils: [out([2, 2, 1, 4], [0, 0, 1, 1], 'lint', 'dust'), inn([2, 2], [0, 0], 'dust', 'biofilm')],
    note: 'Asked the owner to turn the dryer vent away.',
  }),
  past({
    systemId: 'fennick-hp',
    daysBack: 163,
    startMinute: 600,
    durationMin: 90,
    purpose: 'Mid-season: lint',
    by: 1,
    air: [12, 60, 3, 'shade'],
    coils: [out([1, 1, 1, 3], [0, 0, 0, 1], 'lint')],
    note: 'Vent not moved yet.',
  }),
  past({
    systemId: 'quillon-split',
    daysBack: 340,
    startMinute: 840,
    durationMin: 130,
    purpose: 'Weak cooling',
    by: 0,
    air: [30, 38, 1, 'shade'],
    drop: [6.2, 9.8],
    coils: [out([3, 3, 2], [1, 0, 0], 'grease', 'dust'), inn([2, 2], [0, 1], 'grease')],
  }),
  past({
    systemId: 'quillon-split',
    daysBack: 150,
    startMinute: 850,
    durationMin: 100,
    purpose: 'Half-yearly wash',
    by: 0,
    air: [14, 52, 2, 'shade'],
    coils: [out([2, 2, 1], [0, 0, 0], 'grease')],
  }),
  past({
    systemId: 'quillon-shop',
    daysBack: 339,
    startMinute: 500,
    durationMin: 80,
    purpose: 'Yearly wash',
    by: 1,
    air: [22, 55, 2, 'shade'],
    coils: [out([2, 1], [0, 0], 'dust'), inn([1], [0], 'dust')],
  }),
  past({
    systemId: 'marl-split',
    daysBack: 361,
    startMinute: 480,
    durationMin: 70,
    purpose: 'Yearly wash',
    by: 1,
    air: [21, 58, 1, 'shade'],
    drop: [9.0, 10.4],
    coils: [out([1, 2, 1], [0, 0, 0], 'dust', 'seed-fluff'), inn([1, 1, 1], [0, 0, 0], 'dust')],
  }),
  past({
    systemId: 'harrow-roof',
    daysBack: 300,
    startMinute: 1085,
    durationMin: 120,
    purpose: 'Yearly wash, after hours',
    by: 0,
    air: [26, 44, 3, 'shade'],
    drop: [8.1, 10.6],
    coils: [out([3, 3], [1, 1], 'dust', 'seed-fluff'), inn([2], [0], 'dust')],
    note: 'Some felt stayed in the middle; all-aluminium, so no stronger.',
    finding: { what: 'port-caps', note: 'Both caps gone' },
  }),
  past({
    systemId: 'goosewater-cottage',
    daysBack: 355,
    startMinute: 470,
    durationMin: 75,
    purpose: 'Yearly wash',
    by: 1,
    air: [20, 70, 1, 'shade'],
    coils: [out([2, 1, 1], [0, 0, 0], 'grass', 'seed-fluff'), inn([1, 1], [0, 0], 'dust')],
    finding: { what: 'line-insulation', note: 'Split open along the sunny side' },
  }),
  past({
    systemId: 'goosewater-boathouse',
    daysBack: 355,
    startMinute: 560,
    durationMin: 45,
    purpose: 'Yearly wash',
    by: 1,
    air: [22, 66, 1, 'shade'],
    coils: [out([1, 2], [0, 0], 'nest', 'grass')],
    note: 'Wren nest, empty, under the base.',
  }),
  past({
    systemId: 'alder-studio',
    daysBack: 190,
    startMinute: 600,
    durationMin: 120,
    purpose: 'Wall head smells',
    by: 0,
    air: [19, 50, 1, 'shade'],
    coils: [out([1, 0], [0, 0], 'dust'), inn([2, 2, 3], [0, 0, 1], 'biofilm', 'dust')],
  }),
  past({
    systemId: 'alder-ground',
    daysBack: 190,
    startMinute: 740,
    durationMin: 100,
    purpose: 'With the studio',
    by: 0,
    air: [21, 46, 1, 'shade'],
    coils: [out([1, 1], [0, 0], 'dust'), inn([1, 1, 2], [0, 0, 0], 'dust')],
  }),

  past({
    systemId: 'goosewater-boathouse',
    daysBack: 0,
    startMinute: 420,
    durationMin: 50,
    purpose: 'Yearly wash',
    by: 1,
    air: [19, 68, 1, 'shade'],
    coils: [out([2, 2], [0, 0], 'grass', 'seed-fluff')],
    note: 'Geese kept off with the hose.',
  }),
  {
    systemId: 'marl-split',
    daysBack: 0,
    startMinute: 510,
    durationMin: 70,
    purpose: 'Yearly wash',
    by: 1,
    stage: 'looked',
    air: [25, 48, 2, 'shade'],
    coils: [out([2, 2, 1], [], 'dust', 'seed-fluff'), inn([1, 1, 1], [], 'dust')],
  },
  {
    systemId: 'fennick-hp',
    daysBack: 0,
    startMinute: 600,
    durationMin: 220,
    purpose: 'Weak cooling, long runs',
    by: 0,
    stage: 'planned',
    air: [31, 30, 2, 'shade'],
    coils: [out([], []), inn([], [])],
  },
  {
    systemId: 'quillon-split',
    daysBack: 0,
    startMinute: 840,
    durationMin: 210,
    hours: [840, 960],
    purpose: 'Half-yearly wash',
    by: 0,
    stage: 'planned',
    air: [33, 22, 4, 'shade'],
    coils: [out([], []), inn([], [])],
  },
  {
    systemId: 'harrow-roof',
    daysBack: -1,
    startMinute: 1085,
    durationMin: 120,
    hours: [1080, 1140],
    purpose: 'Yearly wash, after hours',
    by: 0,
    stage: 'planned',
    air: [30, 30, 3, 'shade'],
    coils: [out([], []), inn([], [])],
  },
];
