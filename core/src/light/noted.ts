import type { LightMark, LightMeasured } from './kept';

/** What a picture of a visit told of a coil, with what was marked on it. */
export interface LightReading extends LightMark, LightMeasured {
  photoId: string;
}

/** Light through a coil as found and as left, and the share of the face whose fins are bent: kept apart from soil. */
export interface LightNoted {
  coilId: string;
  before: LightReading | null;
  after: LightReading | null;
  /** %, as somebody saw it; null where nobody said. */
  bentBeforePct: number | null;
  bentAfterPct: number | null;
}

/** Fins bent over more of the face than this are worth a comb, %. Common practice, no source. */
const COMB_FROM_PCT = 10;

/** What light and fins come to. */
export interface LightWords {
  before: string | null;
  after: string | null;
  /** As left less as found, points; null where the two are not set against each other. */
  gainPoints: number | null;
  bent: string | null;
  /** Whether combing is still worth while. */
  comb: boolean;
}

const openWords = (reading: LightReading | null) => {
  if (!reading) return null;
  return reading.openPct === null ? 'cannot tell' : `${Math.round(reading.openPct)} ± ${Math.ceil(reading.doubtPoints)} %`;
};
const pct = (value: number | null) => (value === null ? '?' : `${Math.round(value)} %`);

/**
 * Light and fins of a coil in words.
 * @param noted measured on the visit
 * @returns open shares with their doubt, the gain where the two pictures are comparable, bent fins
 * @example lightWords({ coilId: 'c', before: null, after: null, bentBeforePct: 12, bentAfterPct: 3 }).bent // '12 % → 3 %'
 */
export function lightWords({ before, after, bentBeforePct, bentAfterPct }: LightNoted): LightWords {
  const [found, left] = [before?.openPct ?? null, after?.openPct ?? null];
  return {
    before: openWords(before),
    after: openWords(after),
    gainPoints: found === null || left === null || after?.doubts.includes('moved') ? null : left - found,
    bent: bentBeforePct === null && bentAfterPct === null ? null : `${pct(bentBeforePct)} → ${pct(bentAfterPct)}`,
    comb: (bentAfterPct ?? bentBeforePct ?? 0) > COMB_FROM_PCT,
  };
}
