import type { EdgeName } from './edges';

/** A number with its meaning, in SI, formatted only at the edge. `seconds` for durations, `percent` as 0–100. */
export type Quantity =
  | { kind: 'volume'; litres: number }
  | { kind: 'area'; m2: number }
  | { kind: 'length'; m: number }
  | { kind: 'temperature'; celsius: number }
  | { kind: 'temperatureDifference'; kelvins: number }
  | { kind: 'speed'; ms: number }
  | { kind: 'duration'; seconds: number }
  | { kind: 'percent'; percent: number }
  | { kind: 'ratio'; waterParts: number }
  | { kind: 'irradiance'; wm2: number }
  | { kind: 'filmMass'; kgM2: number }
  | { kind: 'capacity'; btuh: number }
  | { kind: 'edge'; edge: EdgeName; value: number; digits?: number }
  | { kind: 'count'; value: number; unit?: string };
