import { object } from 'yup';
import { figure, flag } from '../fields';
import { coilOnly } from './common';

/** What runs off an indoor coil: pan, drain, float. */
export const DRAIN = {
  'condensate.looked': object({ ...coilOnly, well: flag().required('Say whether pan and drain are well.') }),
  'pan.poured': object({ ...coilOnly, litres: figure('Poured', 0.01, 60, 'L') }),
  'drain.tested': object({ ...coilOnly, litres: figure('The volume', 0.01, 60, 'L'), seconds: figure('The time', 1, 3600, 's') }),
  'float.tested': object({ ...coilOnly, stops: flag().required('Say whether the unit stops.') }),
};
