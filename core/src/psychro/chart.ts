import { airOfRelHum, airOfWetBulb, type MoistAir } from './air';

/** One point of the chart: temperature across, moisture up. */
export interface ChartPoint {
  dryBulbC: number;
  /** kg of water to a kg of dry air. */
  humRatio: number;
}

/** A line of the chart with what it is a line of. */
export interface ChartLine {
  kind: 'humidity' | 'wet-bulb';
  /** % or °C. */
  value: number;
  points: ChartPoint[];
}

/** The sheet of a psychrometric chart. */
export interface PsychroChart {
  lowC: number;
  highC: number;
  /** Most moisture that is drawn, kg/kg. */
  mostHumRatio: number;
  lines: ChartLine[];
}

const LOW_C = 5;
const HIGH_C = 45;
const MOST = 0.028;
const HUMIDITIES = [20, 40, 60, 80, 100];
const WET_BULBS = [10, 15, 20, 25];
const STEP_C = 1;

const pointOf = ({ dryBulbC, humRatio }: MoistAir): ChartPoint => ({ dryBulbC, humRatio });

/**
 * Lines of even relative humidity and wet bulb at a pressure, for the air of a house.
 * @param pressureKPa of the site
 * @returns the sheet; saturation is the line of 100 %
 * @throws CoreError pressure out of range
 * @example psychroChart(101.325).lines[4].value // 100
 */
export function psychroChart(pressureKPa: number): PsychroChart {
  const range = (from: number, to: number) => Array.from({ length: Math.round((to - from) / STEP_C) + 1 }, (_, i) => from + i * STEP_C);
  const humidity = HUMIDITIES.map((value): ChartLine => ({
    kind: 'humidity',
    value,
    points: range(LOW_C, HIGH_C)
      .map((t) => pointOf(airOfRelHum(t, value, pressureKPa)))
      .filter((point) => point.humRatio <= MOST),
  }));
  const wet = WET_BULBS.map((value): ChartLine => ({
    kind: 'wet-bulb',
    value,
    points: range(value, HIGH_C).flatMap((t): ChartPoint[] => {
      try {
        return [pointOf(airOfWetBulb(t, value, pressureKPa))];
      } catch {
        // Drier than bone-dry air could be: the line has left the sheet.
        return [];
      }
    }),
  }));
  return { lowC: LOW_C, highC: HIGH_C, mostHumRatio: MOST, lines: [...humidity, ...wet] };
}
