import { QUANTITIES, QUICK_SET, type QuantityId } from '@elm-mist/core/readings';
import { showFigure, toSi, type UnitSystem } from '@elm-mist/core/units';

/** Quantities as they are asked, by where they are taken. */
export const GROUPS: readonly { title: string; of: readonly QuantityId[] }[] = [
  { title: 'Air', of: ['outdoorIn', 'returnDb', 'returnWb', 'returnRh', 'supplyDb', 'supplyWb', 'supplyRh'] },
  { title: 'Refrigerant side', of: ['suctionP', 'suctionLine', 'liquidP', 'liquidLine', 'dischargeLine'] },
  { title: 'Power', of: ['watts', 'volts', 'compressorA', 'fanA'] },
  { title: 'Blower and ducts', of: ['staticCoil', 'staticReturn', 'staticSupply', 'airflow'] },
  { title: 'The rest', of: ['outdoorAway', 'outdoorLeaving', 'condensate', 'drainFlow', 'sound'] },
];

/** The quick set alone, as one group. */
export const QUICK_GROUPS: typeof GROUPS = [{ title: 'Quick set', of: QUICK_SET }];

/** Readings as they were typed. */
export type TypedReadings = Partial<Record<QuantityId, string>>;

/** Half-typed readings as the same amounts in other units; what is no number stays as it was typed. */
export const readingsInUnits = (typed: TypedReadings, from: UnitSystem, to: UnitSystem): TypedReadings =>
  from === to
    ? typed
    : Object.fromEntries(
        (Object.entries(typed) as [QuantityId, string][]).map(([id, text]) => {
          const { edge } = QUANTITIES[id];
          const si = toSi(edge, text, from);
          return [id, Number.isNaN(si) ? text : showFigure(edge, si, to)];
        }),
      );
