import type {
  Bead,
  Chemistry,
  Cleaner,
  CoilBuild,
  CoilSurvey,
  Configuration,
  FaceGrades,
  Finding,
  HouseRules,
  Refrigerant,
  SiteConditions,
  Soil,
  VisitEvent,
  VisitStanding,
  VisitStory,
} from '@elm-mist/core';

/** What the server answers with. All sizes SI; days are ISO dates in the shop's own calendar. */
export interface PlaceRecord {
  id: string;
  name: string;
  address: string;
  customerName: string;
  phone: string;
  latitudeDeg: number;
  longitudeDeg: number;
  altitudeM: number;
  note: string;
}

export interface SystemRecord {
  id: string;
  placeId: string;
  name: string;
  configuration: Configuration;
  model: string;
  btuh: number;
  refrigerant: Refrigerant;
  madeYear: number | null;
  note: string;
}

export interface CoilRecord extends CoilBuild {
  systemId: string;
}

export interface CleanerRecord extends Cleaner {
  packL: number;
  packPrice: number;
}

export const APPLICATOR_KINDS = ['pump-sprayer', 'hand-bottle', 'foaming-gun', 'bucket'] as const;
export interface ApplicatorRecord {
  id: string;
  name: string;
  kind: (typeof APPLICATOR_KINDS)[number];
  capacityL: number;
  /** Positions of the metering dial, parts of water to one drawn from the reservoir; empty without a dial. */
  dial: number[];
}

export interface VisitRecord {
  id: string;
  systemId: string;
  day: string;
  startMinute: number;
  durationMin: number;
  purpose: string;
  coilIds: string[];
  standing: VisitStanding;
}

/** What a finished visit left behind, for the history. */
export interface PastVisit {
  id: string;
  day: string;
  purpose: string;
  standing: VisitStanding;
  by: string;
  coils: {
    coilId: string;
    before: FaceGrades;
    after: FaceGrades;
    worstBefore: number | null;
    worstAfter: number | null;
    chemistry: Chemistry;
    cleanerName: string;
    soils: Soil[];
  }[];
  dropBeforeK: number | null;
  dropAfterK: number | null;
  nextDue: string | null;
  note: string;
}

/** What to carry for one coil, from its plan or, before there is one, from what the last visit found. */
export interface CoilNeed {
  coilId: string;
  role: CoilBuild['role'];
  expectedGrade: number | null;
  cleanerName: string | null;
  concentrateL: number | null;
  basis: 'plan' | 'survey' | 'last visit' | 'nothing known';
}

export interface TodayVisit {
  visit: VisitRecord;
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  bead: Bead;
  needs: CoilNeed[];
}

export interface PlaceSummary {
  place: PlaceRecord;
  systems: (SystemRecord & { lastVisit: string | null; nextDue: string | null })[];
}

export interface SystemDetail {
  system: SystemRecord;
  place: PlaceRecord;
  coils: CoilRecord[];
  history: PastVisit[];
  upcoming: VisitRecord[];
  openFindings: OpenFinding[];
}

/** A finding that has not been closed on any visit. */
export interface OpenFinding extends Finding {
  findingId: string;
  visitId: string;
  day: string;
  by: string;
}

/** What earlier visits to this system found and used. */
export interface KnownBefore {
  day: string | null;
  surveys: Record<string, CoilSurvey>;
  story: VisitStory | null;
  chemistries: Chemistry[];
  openFindings: OpenFinding[];
  /** Washes since each coil was last opened from inside, by coil id. */
  washesSinceOpened: Record<string, number>;
  /** The air noted last at any place on the same day, to start from. */
  air: SiteConditions | null;
}

export interface VisitDetail {
  visit: VisitRecord;
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  events: VisitEvent[];
  known: KnownBefore;
}

export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const;
/** Largest photo that is kept, bytes; devices shrink before sending. */
export const PHOTO_LIMIT = 2_000_000;

export interface ShelfRecord {
  cleaners: CleanerRecord[];
  applicators: ApplicatorRecord[];
}

export type HouseRulesRecord = HouseRules;

/** Every error body of the server. */
export interface ErrorBody {
  error: { code: string; message: string; fields: Record<string, string> };
}
