import { requirePositive } from '../errors';
import { arithmetic, commonPractice, type Because } from '../because';

/** Share of the pan that one pour may fill. Common practice, no source. */
export const PAN_FILL_SHARE = 0.6;

export interface PanDose {
  /** Water in one pour, L. */
  doseL: number;
  /** Wait after each pour until the pan has drained, s. */
  pauseS: number;
  /** The drain keeps up: pour without stopping. */
  continuous: boolean;
  because: Because;
}

/**
 * How to rinse over a pan so that it never overflows: pours of a share of the pan, each drained before the next.
 * When the drain takes water at least as fast as the sprayer gives it, it can run without a pause.
 * @param pourLMin what the sprayer gives, L/min
 * @returns one pour, L, and the pause after it, s
 * @throws CoreError out-of-range `panVolumeL` | `drainLMin` | `pourLMin` (all above zero)
 * @example panDose({ panVolumeL: 5, drainLMin: 1, pourLMin: 10 }).doseL // 3
 */
export function panDose({ panVolumeL, drainLMin, pourLMin }: { panVolumeL: number; drainLMin: number; pourLMin: number }): PanDose {
  requirePositive('panVolumeL', panVolumeL);
  requirePositive('drainLMin', drainLMin);
  requirePositive('pourLMin', pourLMin);
  const continuous = drainLMin >= pourLMin;
  const doseL = panVolumeL * PAN_FILL_SHARE;
  const pauseS = continuous ? 0 : (doseL / drainLMin) * 60;
  return {
    doseL,
    pauseS,
    continuous,
    because: {
      id: 'pan-dose',
      title: 'How much water at a time',
      result: continuous
        ? { label: 'Pour', text: 'without stopping' }
        : { label: 'Each pour', quantity: { kind: 'volume', litres: doseL } },
      inputs: [
        { label: 'Pan holds', quantity: { kind: 'volume', litres: panVolumeL } },
        { label: 'Drain takes, each minute', quantity: { kind: 'volume', litres: drainLMin } },
        { label: 'Sprayer gives, each minute', quantity: { kind: 'volume', litres: pourLMin } },
        ...(continuous ? [] : [{ label: 'Wait after each', quantity: { kind: 'duration' as const, seconds: pauseS } }]),
      ],
      rules: [
        { id: 'pan.share', because: `A pour fills six tenths of the pan at most.`, source: commonPractice },
        { id: 'pan.drain', because: 'The wait is the pour divided by what the drain takes.', source: arithmetic },
      ],
      changes: continuous
        ? ['A drain slower than the sprayer would need pours and pauses.']
        : ['A drain as fast as the sprayer needs no pause.'],
    },
  };
}
