import {
  feedSite,
  readFigure,
  retype,
  showFigure,
  toSi,
  type ArrivalHazard,
  type EdgeName,
  type EfficiencyEra,
  type MeteringDevice,
  type Refrigerant,
  type StoryFact,
  type SunExposure,
  type Symptom,
  type UnitSystem,
} from '@elm-mist/core';
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
  sun: SunExposure;
  returnAir: string;
  supplyAir: string;
  returnRh: string;
  /** Units that the figures were typed in. */
  units: UnitSystem;
}

const FIGURES: Partial<Record<keyof UnitForm, EdgeName>> = {
  air: 'temperature',
  humidity: 'percent',
  wind: 'wind',
  returnAir: 'temperature',
  supplyAir: 'temperature',
  returnRh: 'percent',
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

const readingBefore = ({ state }: OpenVisit) => state.readings.filter((reading) => reading.value.when === 'before').at(-1)?.value;

/** What the form starts with: as noted on this visit, else as known from before, the air from the spot last noted or the feed. */
export function startUnit(visit: OpenVisit): UnitForm {
  const { detail, state, house } = visit;
  const { units } = house;
  const { system } = detail;
  const before = readingBefore(visit);
  const site = state.site?.value ?? detail.known.air ?? feedSite(detail.weather.hours, sharedNow());
  const story = state.story?.value;
  return {
    model: state.identity?.value.model ?? system.model,
    refrigerant: state.identity?.value.refrigerant ?? system.refrigerant,
    madeYear: String(state.identity?.value.madeYear ?? system.madeYear ?? ''),
    sensitiveOccupants: state.identity?.value.sensitiveOccupants ?? false,
    serial: state.identity?.value.serial ?? '',
    metering: state.identity?.value.metering ?? 'unknown',
    era: state.identity?.value.era ?? 'unknown',
    lastService: story?.lastService ?? '',
    helper: story?.helper ?? false,
    symptoms: story?.symptoms ?? [],
    facts: story?.facts ?? detail.known.story?.facts ?? [],
    hazards: story?.hazards ?? [],
    air: showFigure('temperature', site?.dryBulbC, units),
    humidity: showFigure('percent', site?.rhPct, units),
    wind: showFigure('wind', site?.windMs, units),
    sun: site?.sun ?? 'shade',
    returnAir: showFigure('temperature', before?.returnC, units),
    supplyAir: showFigure('temperature', before?.supplyC, units),
    returnRh: showFigure('percent', before?.returnRhPct, units),
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
    returnAir: typedFigure('Return air', 'temperature', units, -10, 60, true),
    supplyAir: typedFigure('Supply air', 'temperature', units, -10, 60, true).test(
      'both',
      'Type both, or neither.',
      (supply, context) => ((supply ?? '').trim() === '') === ((context.parent as UnitForm).returnAir.trim() === ''),
    ),
    returnRh: typedFigure('Return humidity', 'percent', units, 0, 100, true).test(
      'with',
      'Type the return air as well.',
      (humidity, context) => (humidity ?? '').trim() === '' || (context.parent as UnitForm).returnAir.trim() !== '',
    ),
    units: mixed<UnitSystem>().defined(),
  });

/** What was typed, as entries of the visit; a reading only where it is another than before. */
export function unitEntries(visit: OpenVisit, values: UnitForm): Entry[] {
  const { state, house } = visit;
  const { units } = house;
  const before = readingBefore(visit);
  const year = values.madeYear.trim() === '' ? null : readFigure(values.madeYear);
  const dryBulbC = toSi('temperature', values.air, units);
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
      },
    },
    {
      kind: 'site.noted',
      data: { dryBulbC, rhPct: readFigure(values.humidity), windMs: toSi('wind', values.wind, units), sun: values.sun },
    },
  ];
  if (values.returnAir.trim() !== '') {
    const reading = {
      when: 'before' as const,
      returnC: toSi('temperature', values.returnAir, units),
      supplyC: toSi('temperature', values.supplyAir, units),
      outdoorC: dryBulbC,
      ...(values.returnRh.trim() === '' ? {} : { returnRhPct: readFigure(values.returnRh) }),
    };
    if (!before || before.returnC !== reading.returnC || before.supplyC !== reading.supplyC || before.returnRhPct !== reading.returnRhPct)
      entries.push({ kind: 'reading.taken', data: reading });
  }
  return entries;
}
