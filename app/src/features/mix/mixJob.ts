import type { ApplicatorRecord, CleanerRecord, CoilRecord } from '@elm-mist/contract';
import type { MixSheet } from '@elm-mist/core/mix';
import type { CoilPlan } from '@elm-mist/core/method';
import { coilName } from '@elm-mist/core/equipment';
import { useQuery } from '@tanstack/react-query';
import { dayQuery } from '@/data';
import type { JugLayer } from '@/ui';

/** One coil that a mix is made for. */
export interface MixJob {
  coil: CoilRecord;
  plan: CoilPlan;
  cleaner: CleanerRecord;
}

/** A can, or a bottle used as it comes, is its own applicator. */
export const ownPack = (cleaner: CleanerRecord): ApplicatorRecord => ({
  id: `pack-${cleaner.id}`,
  name: cleaner.name,
  kind: 'hand-bottle',
  capacityL: cleaner.packL,
  dial: [],
});

/** Other coils of the day that take the same mix. */
export function useSameMix(job: MixJob, day: string) {
  const { data } = useQuery(dayQuery(day));
  return (data?.visits ?? []).flatMap(({ visit, place, needs }) =>
    visit.standing === 'closed'
      ? []
      : needs.flatMap((need) =>
          need.coilId !== job.coil.id &&
          need.cleanerId === job.cleaner.id &&
          need.solutionL !== null &&
          need.waterParts !== null &&
          Math.abs(need.waterParts - (job.plan.waterParts ?? -1)) < 1e-9
            ? [{ coilId: need.coilId, litres: need.solutionL, label: `${place.name}, ${coilName(need).toLowerCase()}` }]
            : [],
        ),
  );
}

/** What is poured, in the order of pouring. */
export function layersOf(sheet: MixSheet, cleaner: CleanerRecord): JugLayer[] {
  const { pour } = sheet.batch;
  if (pour.waterL === 0)
    return [
      { what: 'concentrate', litres: pour.concentrateL, words: sheet.way === 'as-it-comes' ? 'as it comes' : 'straight concentrate' },
    ];
  const water = (n: number): JugLayer => ({
    what: 'water',
    litres: pour.waterL,
    words: n === 1 ? '1  water first, up to' : '2  water, up to',
  });
  const concentrate = (n: number): JugLayer => ({
    what: 'concentrate',
    litres: pour.concentrateL,
    words: n === 1 ? '1  concentrate first, up to' : '2  concentrate, up to',
  });
  return cleaner.waterFirst ? [water(1), concentrate(2)] : [concentrate(1), water(2)];
}
