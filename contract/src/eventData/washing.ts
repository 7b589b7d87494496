import { RINSE_SIGNS, SPOTS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { flag, oneOf, keyWords } from '../fields';
import { coilOnly, known } from './common';

const aSection = () => ({ ...coilOnly, sectionId: keyWords('The section', 80) });

/** Water and foam on a coil. */
export const WASHING = {
  'coil.wetted': object(coilOnly),
  'section.applied': object(aSection()),
  'section.misted': object(aSection()),
  'section.rinsed': object(aSection()),
  'section.checked': object({
    ...aSection(),
    clear: flag().required('Say whether it is clear.'),
    failed: array(oneOf('What is wrong', RINSE_SIGNS)).max(RINSE_SIGNS.length).optional(),
    where: known('Where', SPOTS).optional(),
  }),
  'foam.ranOff': object(coilOnly),
};
