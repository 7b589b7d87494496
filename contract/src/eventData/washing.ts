import { WRONG_SIGNS, SPOTS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { flag, oneOf, keyWords, words } from '../fields';
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
    failed: array(oneOf('What is wrong', WRONG_SIGNS)).max(WRONG_SIGNS.length).optional(),
    where: known('Where', SPOTS).optional(),
  }),
  'section.left': object({ ...aSection(), why: words('The reason', 300) }),
  'foam.ranOff': object(coilOnly),
};
