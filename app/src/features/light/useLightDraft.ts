import { keepPhoto, useDraft, useVisit } from '@/data';
import type { LightMark, LightNoted, LightReading } from '@elm-mist/core/light';
import { FIRST_CORNERS, cornersProblem } from '@elm-mist/core/light';
import { useState } from 'react';
import { useLight, type MarkedId } from './useLight';

export type Side = 'before' | 'after';
export const SIDE_WORDS: Record<Side, string> = { before: 'as found', after: 'as left' };

interface Draft {
  before: MarkedId | null;
  after: MarkedId | null;
  bentBefore: string;
  bentAfter: string;
}

const noMark: LightMark = { corners: FIRST_CORNERS, card: null };
const whole = (value: number | null) => (value === null ? '' : String(value));
const markOf = (reading: LightReading | null): MarkedId | null =>
  reading && { photoId: reading.photoId, mark: { corners: reading.corners, card: reading.card } };

/** A share somebody typed, %. @returns null for nothing, undefined for what is no share */
function shareOf(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const value = Number(text.trim().replace('%', ''));
  return Number.isFinite(value) && value >= 0 && value <= 100 ? value : undefined;
}

/** The two pictures of a coil as they are marked here, what they measure, and the shares of bent fins. */
export function useLightDraft(coilId: string) {
  const { detail, state, record } = useVisit();
  const noted = state.light[coilId];
  const photosOf = (when: Side) =>
    state.photos.filter(({ value }) => value.coilId === coilId && value.findingId === null && value.when === when);
  const begin = (when: Side): MarkedId | null => {
    const own = markOf(noted?.value[when] ?? null);
    const last = photosOf(when).at(-1);
    return own ?? (last ? { photoId: last.value.photoId, mark: noMark } : null);
  };
  const [draft, keep, drop, older] = useDraft<Draft>(
    `light.${detail.visit.id}.${coilId}`,
    () => ({
      before: begin('before'),
      after: begin('after'),
      bentBefore: whole(noted?.value.bentBeforePct ?? null),
      bentAfter: whole(noted?.value.bentAfterPct ?? null),
    }),
    noted?.eventId ?? '',
  );
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState<Side | null>(null);
  const sides: Record<Side, MarkedId | null> = { before: draft.before ?? begin('before'), after: draft.after ?? begin('after') };
  const wrong = (['before', 'after'] as const).flatMap((side) => {
    const problem = sides[side] && cornersProblem(sides[side].mark.corners);
    return problem ? [`${SIDE_WORDS[side]}: ${problem}`] : [];
  });
  // What was kept stands as it was told, with signal or without; only other marks are measured again.
  const kept = noted ? { before: noted.value.before, after: noted.value.after } : null;
  const asKept = kept !== null && JSON.stringify(sides) === JSON.stringify({ before: markOf(kept.before), after: markOf(kept.after) });
  const still = asKept || wrong.length > 0;
  const measuring = useLight(still ? null : sides.before, still ? null : sides.after);
  const { share, trouble: failed } = measuring;
  const pair = asKept ? kept : measuring.pair;
  const [bentBeforePct, bentAfterPct] = [shareOf(draft.bentBefore), shareOf(draft.bentAfter)];

  const take = async (side: Side, file: File) => {
    setBusy(side);
    setTrouble('');
    try {
      const photoId = await keepPhoto(detail.visit.id, file);
      if (record({ kind: 'photo.added', data: { photoId, coilId, findingId: null, when: side, caption: 'light' } }))
        // Framed as the other was, most likely: its corners are the best guess there is.
        keep({ ...draft, [side]: { photoId, mark: { ...(sides[side === 'after' ? 'before' : 'after']?.mark ?? noMark), card: null } } });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture could not be kept.');
    } finally {
      setBusy(null);
    }
  };
  const readingOf = (side: Side): LightReading | null => {
    const [marked, told] = [sides[side], pair?.[side]];
    return marked && told ? { photoId: marked.photoId, ...marked.mark, ...told } : null;
  };
  const found: LightNoted = {
    coilId,
    before: readingOf('before'),
    after: readingOf('after'),
    bentBeforePct: bentBeforePct ?? null,
    bentAfterPct: bentAfterPct ?? null,
  };
  const ready = pair !== null && wrong.length === 0 && bentBeforePct !== undefined && bentAfterPct !== undefined;
  return {
    draft,
    keep,
    drop,
    older,
    sides,
    pair,
    share,
    trouble: trouble || failed,
    wrong,
    busy,
    take,
    found,
    bentBeforePct,
    bentAfterPct,
    ready,
    photosOf,
  };
}

export type LightDraft = ReturnType<typeof useLightDraft>;
