import { meanwhileOf, type Meanwhile } from '@elm-mist/core/runsheet';
import { useEffect, useState } from 'react';
import { useOwnLane, type LiveSheet } from '../runsheet/useVisitRun';

/**
 * What to take up while a coil soaks. Once shown it stays until it is done or the wait is over, however the sheet is planned again meanwhile: a
 * button never changes under the thumb.
 * @param waitS until a section is due, s; null when nothing is waited for
 */
export function useMeanwhile({ left, thought }: LiveSheet, coilId: string, waitS: number | null): Meanwhile | null {
  const lane = useOwnLane();
  const [heldId, setHeldId] = useState<string | null>(null);
  const held = left.find((task) => task.id === heldId);
  const found =
    waitS === null
      ? null
      : held
        ? { task: held, dropByS: waitS, fits: held.seconds <= waitS }
        : thought.sheet
          ? meanwhileOf(left, thought.sheet.placed, lane, coilId, waitS)
          : null;
  const id = found?.task.id ?? null;
  useEffect(() => setHeldId(id), [id]);
  return found;
}
