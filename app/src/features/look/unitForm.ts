import { feedSite } from '@elm-mist/core/survey';
import type { Refrigerant } from '@elm-mist/core/equipment';
import {
  notTried,
  type ArrivalHazard,
  type AsFound,
  type ContactorFace,
  type FloatFound,
  type PartMended,
  type Trips,
  type RunState,
  type EfficiencyEra,
  type MeteringDevice,
  type StoryFact,
  type SunExposure,
  type Symptom,
} from '@elm-mist/core/survey';
import { readFigure, retype, showFigure, toSi, type EdgeName, type UnitSystem } from '@elm-mist/core/units';
import { array, boolean, mixed, object, string } from 'yup';
import { sharedNow, type Entry, type OpenVisit } from '@/data';
import { typedFigure } from '../shared/figures';

/** What is typed about the unit, the story and the air. */
export interface UnitForm {
  model: string;
  refrigerant: Refrigerant;
  madeYear: string;
  sensitiveOccupants: boolean;
  serial: string;
  metering: MeteringDevice;
  era: EfficiencyEra;
  lastService: string;
  helper: boolean;
  symptoms: Symptom[];
  facts: StoryFact[];
  hazards: ArrivalHazard[];
  air: string;
  humidity: string;
  wind: string;
  ratedA: string;
  plateCharge: string;
  plateSubcooling: string;
  sun: SunExposure;
  runState: RunState;
  code: string;
  lineV: string;
  plateV: string;
  ratedUf: string;
  measuredUf: string;
  contactor: ContactorFace;
  seized: boolean;
  float: FloatFound;
  trips: Trips;
  mended: PartMended;
  reduced: string;
  /** Units that the figures were typed in. */
  units: UnitSystem;
}

const FIGURES: Partial<Record<keyof UnitForm, EdgeName>> = {
  air: 'temperature',
  humidity: 'percent',
  wind: 'wind',
  plateCharge: 'mass',
  plateSubcooling: 'difference',
};

/** What was half typed, in the units of now. A draft of before its units were kept is taken as it stands. */
export function inUnits(draft: UnitForm, units: UnitSystem): UnitForm {
  const from = draft.units ?? units;
  const figures = Object.entries(FIGURES).map(([name, edge]) => [
    name,
    retype(edge, (draft[name as keyof UnitForm] as string) ?? '', from, units),
  ]);
  return { ...draft, ...(Object.fromEntries(figures) as Partial<UnitForm>), units };
}

/** What the form starts with: as noted on this visit, else as known from before, the air from the spot last noted or the feed. */
export function startUnit(visit: OpenVisit): UnitForm {
  const { detail, state, house } = visit;
  const { units } = house;
  const { system } = detail;
  const site = state.site?.value ?? detail.known.air ?? feedSite(detail.weather.hours, sharedNow());
  const story = state.story?.value;
  // What a plate says stays from visit to visit.
  const plate = state.identity?.value ?? detail.known.identity;
  const found = story?.asFound ?? notTried();
  return {
    model: state.identity?.value.model ?? system.model,
    refrigerant: state.identity?.value.refrigerant ?? system.refrigerant,
    madeYear: String(state.identity?.value.madeYear ?? system.madeYear ?? ''),
    sensitiveOccupants: plate?.sensitiveOccupants ?? false,
    serial: plate?.serial ?? '',
    metering: plate?.metering ?? 'unknown',
    era: plate?.era ?? 'unknown',
    lastService: story?.lastService ?? '',
    helper: story?.helper ?? false,
    symptoms: story?.symptoms ?? [],
    facts: story?.facts ?? detail.known.story?.facts ?? [],
    hazards: story?.hazards ?? [],
    air: showFigure('temperature', site?.dryBulbC, units),
    humidity: showFigure('percent', site?.rhPct, units),
    wind: showFigure('wind', site?.windMs, units),
    ratedA: showFigure('current', plate?.ratedA, units),
    plateCharge: showFigure('mass', plate?.plateChargeKg, units),
    plateSubcooling: showFigure('difference', plate?.plateSubcoolingK, units),
    sun: site?.sun ?? 'shade',
    runState: found.state,
    code: found.code,
    lineV: showFigure('voltage', found.lineV, units),
    plateV: showFigure('voltage', found.plateV, units),
    ratedUf: showFigure('capacitance', found.ratedUf, units),
    measuredUf: showFigure('capacitance', found.measuredUf, units),
    contactor: found.contactor,
    seized: found.seized,
    float: found.float ?? 'unknown',
    trips: found.trips ?? 'unknown',
    mended: found.mended ?? 'no',
    reduced: found.reduced,
    units,
  };
}

/** What may be typed. */
export const unitSchema = (units: UnitSystem) =>
  object({
    model: string().defined().max(40, 'The model number may have 40 characters at most.'),
    refrigerant: mixed<Refrigerant>().defined(),
    madeYear: typedFigure('Year made', 'count', units, 1970, 2100, true),
    sensitiveOccupants: boolean().defined(),
    serial: string().defined().max(40, 'The serial number may have 40 characters at most.'),
    metering: mixed<MeteringDevice>().defined(),
    era: mixed<EfficiencyEra>().defined(),
    lastService: string().defined().max(200, 'The last service may have 200 characters at most.'),
    helper: boolean().defined(),
    symptoms: array(mixed<Symptom>().defined()).defined(),
    facts: array(mixed<StoryFact>().defined()).defined(),
    hazards: array(mixed<ArrivalHazard>().defined()).defined(),
    air: typedFigure('Air', 'temperature', units, -10, 55),
    humidity: typedFigure('Humidity', 'percent', units, 0, 100),
    wind: typedFigure('Wind', 'wind', units, 0, 20),
    sun: mixed<SunExposure>().defined(),
    runState: mixed<RunState>().defined(),
    code: string().defined().max(60, 'The code may have 60 characters at most.'),
    lineV: typedFigure('Line voltage', 'voltage', units, 0, 600, true),
    plateV: typedFigure('Plate voltage', 'voltage', units, 90, 600, true),
    ratedUf: typedFigure('Capacitor, rated', 'capacitance', units, 1, 200, true),
    measuredUf: typedFigure('Capacitor, measured', 'capacitance', units, 0, 300, true),
    contactor: mixed<ContactorFace>().defined(),
    seized: boolean().defined(),
    float: mixed<FloatFound>().defined(),
    trips: mixed<Trips>().defined(),
    mended: mixed<PartMended>().defined(),
    reduced: string().defined().max(300, 'What was chosen may have 300 characters at most.'),
    ratedA: typedFigure('Rated amps', 'current', units, 0.5, 100, true),
    plateCharge: typedFigure('Plate charge', 'mass', units, 0.2, 20, true),
    plateSubcooling: typedFigure('Plate subcooling', 'difference', units, 1, 15, true),
    units: mixed<UnitSystem>().defined(),
  });

const figureOrNull = (text: string): number | null => {
  const value = readFigure(text);
  return text.trim() === '' || Number.isNaN(value) ? null : value;
};

/** What was typed of how it was found. */
export const asFoundOf = (values: UnitForm): AsFound => ({
  state: values.runState,
  code: values.runState === 'code' ? values.code.trim() : '',
  lineV: figureOrNull(values.lineV),
  plateV: figureOrNull(values.plateV),
  ratedUf: figureOrNull(values.ratedUf),
  measuredUf: figureOrNull(values.measuredUf),
  contactor: values.contactor,
  seized: values.seized,
  float: values.runState === 'dead' ? values.float : 'unknown',
  trips: values.runState === 'trips' ? values.trips : 'unknown',
  mended: values.mended,
  reduced: values.reduced.trim(),
});

/** What was typed, as entries of the visit. */
export function unitEntries(visit: OpenVisit, values: UnitForm): Entry[] {
  const { state, house } = visit;
  const { units } = house;
  const year = values.madeYear.trim() === '' ? null : readFigure(values.madeYear);
  const dryBulbC = toSi('temperature', values.air, units);
  const si = (edge: EdgeName, text: string) => (text.trim() === '' ? null : toSi(edge, text, units));
  const entries: Entry[] = [
    ...(state.startedAt ? [] : [{ kind: 'visit.started' as const, data: {} }]),
    {
      kind: 'identity.noted',
      data: {
        model: values.model.trim(),
        refrigerant: values.refrigerant,
        madeYear: year,
        sensitiveOccupants: values.sensitiveOccupants,
        serial: values.serial.trim(),
        metering: values.metering,
        era: values.era,
        ratedA: values.ratedA.trim() === '' ? null : readFigure(values.ratedA),
        plateChargeKg: si('mass', values.plateCharge),
        plateSubcoolingK: si('difference', values.plateSubcooling),
      },
    },
    {
      kind: 'story.noted',
      data: {
        symptoms: values.symptoms,
        facts: values.facts,
        hazards: values.hazards,
        lastService: values.lastService.trim(),
        helper: values.helper,
        ...(values.runState === 'unknown' && !values.seized ? {} : { asFound: asFoundOf(values) }),
      },
    },
    {
      kind: 'site.noted',
      data: { dryBulbC, rhPct: readFigure(values.humidity), windMs: toSi('wind', values.wind, units), sun: values.sun },
    },
  ];
  return entries;
}
