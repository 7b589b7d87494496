import { CoreError } from '../../errors';
import { cornersProblem } from '../../light/corners';
import { foamOn, refuse, type Checks } from './common';

/** What was seen and measured. */
export const LOOKED: Checks = {
  'coil.skipped': (state, event) => {
    const foam = foamOn(state, event.data.coilId);
    if (foam) refuse('data.coilId', `${foam}: rinse it before this coil is left.`);
  },
  'light.measured': (state, event) => {
    const { before, after, coilId } = event.data;
    if (!before && !after) refuse('data.before', 'Measure one picture at least.');
    for (const [when, reading] of [
      ['before', before],
      ['after', after],
    ] as const) {
      if (!reading) continue;
      const problem = cornersProblem(reading.corners);
      if (problem) refuse(`data.${when}.corners`, problem);
      if (!state.photos.some(({ value }) => value.photoId === reading.photoId && value.coilId === coilId && value.when === when))
        throw new CoreError('unknown', `data.${when}.photoId`, `This visit has no such picture of the coil ${when} the wash.`);
    }
  },
};
