import { tableOf } from '../errors';
import type { Licence } from './licence';

/** What may be found and noted besides the coil. */
export const FINDING_KINDS = [
  'line-insulation',
  'port-caps',
  'contactor',
  'capacitor',
  'compressor',
  'rusted-base',
  'pad',
  'animals',
  'drain-run',
  'no-float-switch',
  'float-switch',
  'filters',
  'bent-fins',
  'wiring',
  'charge',
  'restriction',
  'valve-leak',
  'non-condensables',
  'coil-blocked',
  'airflow',
  'recirculation',
  'too-small',
  'control',
  'other',
] as const;
/** One of `FINDING_KINDS`. */
export type FindingKind = (typeof FINDING_KINDS)[number];

/** How soon it wants doing: before the system runs, at the next chance, or looked at again. */
export const URGENCIES = ['stop', 'soon', 'watch'] as const;
/** One of `URGENCIES`. */
export type Urgency = (typeof URGENCIES)[number];

/** The same in words. */
export const URGENCY_NAMES: Record<Urgency, string> = { stop: 'Stop', soon: 'Soon', watch: 'Watch' };

/** A part that the proposed action takes. */
export interface FindingPart {
  name: string;
  quantity: number;
}

export interface FindingFacts {
  id: FindingKind;
  name: string;
  /** What is proposed; never fixed in passing. */
  action: string;
  /** The same as the customer reads it on a quote. */
  work: string;
  /** The licence that doing it wants; null for none. */
  licence: Licence | null;
  urgency: Urgency;
  /** Hands-on minutes of the proposed action; 0 where only a look tells. */
  minutes: number;
  parts: readonly FindingPart[];
  /** May be put right in passing, before anybody agreed to a price, by who may. */
  onTheSpot: boolean;
}

const row = (
  id: FindingKind,
  name: string,
  action: string,
  work: string,
  urgency: Urgency,
  minutes: number,
  more: { licence?: Licence; parts?: readonly FindingPart[]; onTheSpot?: true } = {},
): FindingFacts => ({
  id,
  name,
  action,
  work,
  urgency,
  minutes,
  licence: more.licence ?? null,
  parts: more.parts ?? [],
  onTheSpot: more.onTheSpot ?? false,
});

const part = (name: string): FindingPart => ({ name, quantity: 1 });

const electrical = { licence: 'electrical' } as const;
const refrigerant = { licence: 'refrigerant' } as const;

/** Things that are not soil: what is proposed, how soon, what it takes, and by whom. Kept with the system until done. Common practice, no source. */
export const FINDING_TABLE: Record<FindingKind, FindingFacts> = tableOf(
  'finding',
  Object.fromEntries(
    [
      row('line-insulation', 'Worn line insulation', 'Quote new insulation', 'New line insulation', 'watch', 30, {
        parts: [part('Line insulation, 6 ft')],
      }),
      row(
        'port-caps',
        'Service-port caps missing',
        'Fit locking caps; what is under them is for the licensed',
        'Locking port caps fitted',
        'soon',
        3,
        {
          parts: [{ name: 'Locking port cap', quantity: 2 }],
          onTheSpot: true,
        },
      ),
      row('contactor', 'Pitted contactor', 'Quote a contactor', 'Contactor replaced', 'soon', 30, {
        ...electrical,
        parts: [part('Contactor')],
      }),
      row('capacitor', 'Weak or swollen capacitor', 'Quote a capacitor', 'Run capacitor replaced', 'soon', 20, {
        ...electrical,
        parts: [part('Run capacitor')],
      }),
      row(
        'compressor',
        'Hard-starting or seized compressor',
        'Refer before anything is opened',
        'Compressor looked at by who is licensed',
        'stop',
        0,
        refrigerant,
      ),
      row('rusted-base', 'Rusted base', 'Treat or quote', 'Base treated against rust', 'watch', 45),
      row('pad', 'Unsound pad', 'Quote levelling', 'Pad levelled', 'watch', 60, { parts: [part('Pad')] }),
      row('animals', 'Wasps or animals in it', 'Have them moved by someone who may', 'Animals moved by who may', 'stop', 0),
      row('drain-run', 'Drain run into a gutter', 'Quote a proper run', 'Drain run put right', 'watch', 60, {
        parts: [part('Drain pipe and fittings')],
      }),
      row('no-float-switch', 'No float switch', 'Quote a float switch', 'Float switch fitted', 'soon', 30, {
        ...electrical,
        parts: [part('Float switch')],
      }),
      row('float-switch', 'Float switch does nothing', 'Quote a float switch', 'Float switch replaced', 'soon', 30, {
        ...electrical,
        parts: [part('Float switch')],
      }),
      row('filters', 'Filters to change', 'Change, or order by the size noted', 'Filters changed', 'watch', 5, {
        parts: [part('Filter')],
        onTheSpot: true,
      }),
      row('bent-fins', 'Bent fins', 'Comb with the right comb for the fins per inch', 'Fins combed', 'watch', 10, { onTheSpot: true }),
      row('wiring', 'Wiring damage', 'Power stays off; refer', 'Wiring put right by who is licensed', 'stop', 0, electrical),
      row(
        'charge',
        'Refrigerant charge',
        'Leak search, repair, weigh in the charge',
        'Leak searched and repaired, charge weighed in',
        'soon',
        90,
        refrigerant,
      ),
      row(
        'restriction',
        'Restriction of the liquid line',
        'Temperature drop along the liquid line, then open what is blocked',
        'Liquid line opened where it is blocked',
        'soon',
        120,
        {
          ...refrigerant,
          parts: [part('Filter drier')],
        },
      ),
      row(
        'valve-leak',
        'Leaking compressor valve',
        'Pump-down test; then quote',
        'Pump-down test of the compressor',
        'soon',
        30,
        refrigerant,
      ),
      row(
        'non-condensables',
        'Air in the circuit',
        'Recover, evacuate, weigh in new refrigerant',
        'Circuit evacuated, new refrigerant weighed in',
        'soon',
        150,
        refrigerant,
      ),
      row(
        'coil-blocked',
        'Coil still blocked',
        'Light test again, inner row too; comb; second wash',
        'Second wash of the coil',
        'soon',
        60,
      ),
      row(
        'airflow',
        'Blower or ducts',
        'Filter and registers, blower wheel and speed, then the ducts',
        'Blower and ducts gone through',
        'soon',
        60,
      ),
      row('too-small', 'Too small for its house', 'Reckon the load of the house; quote', 'Load of the house reckoned', 'watch', 0),
      row(
        'control',
        'Thermostat or control',
        'Set point and program, where it hangs, its contacts; then the board',
        'Thermostat and control gone through',
        'soon',
        30,
        electrical,
      ),
      row('recirculation', 'Hot air drawn in again', 'Clear two feet all round and five above', 'Room cleared round the unit', 'soon', 30),
      row('other', 'Something else', 'As noted', 'As noted', 'watch', 0),
    ].map((facts) => [facts.id, facts]),
  ) as Record<FindingKind, FindingFacts>,
);
