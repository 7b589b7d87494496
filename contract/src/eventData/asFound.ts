import { CONTACTOR_FACES, FLOATS_FOUND, PARTS_MENDED, RUN_STATES, TRIPS } from '@elm-mist/core/survey';
import { object } from 'yup';
import { figure, flag, oneOf, optionalWords } from '../fields';

/** How the unit was found running. */
export const asFoundSchema = object({
  state: oneOf('As found', RUN_STATES),
  code: optionalWords('The code', 60),
  lineV: figure('Line voltage', 0, 600, 'V').nullable().defined(),
  plateV: figure('Plate voltage', 90, 600, 'V').nullable().defined(),
  ratedUf: figure('Capacitor, rated', 1, 200, 'µF').nullable().defined(),
  measuredUf: figure('Capacitor, measured', 0, 300, 'µF').nullable().defined(),
  contactor: oneOf('Contactor', CONTACTOR_FACES),
  seized: flag().required(),
  float: oneOf('Pan and float', FLOATS_FOUND).default('unknown'),
  trips: oneOf('When it trips', TRIPS).default('unknown'),
  mended: oneOf('The part', PARTS_MENDED).default('no'),
  reduced: optionalWords('What the customer chose', 300),
});
