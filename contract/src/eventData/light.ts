import { LIGHT_COLUMNS, LIGHT_DOUBT_IDS, LIGHT_ROWS } from '@elm-mist/core/light';
import { array, object } from 'yup';
import { figure, oneOf, uuidField } from '../fields';

const share = (label: string) => figure(label, 0, 1);
const picturePoint = () => object({ x: share('Across'), y: share('Down') });

/** What a picture told of a coil, and what was marked on it; null where none was measured. */
export const lightReading = () =>
  object({
    photoId: uuidField('The photo'),
    corners: array(picturePoint().required('A corner is missing.'))
      .length(4, 'A coil has four corners.')
      .required('The corners are missing.'),
    card: picturePoint().nullable().notRequired().default(null),
    openPct: figure('Open', 0, 100, '%').nullable().defined('Say how open it is, or that it cannot be told.'),
    doubtPoints: figure('Doubt', 0, 100),
    cells: array(figure('Open', 0, 100, '%'))
      .max(LIGHT_COLUMNS * LIGHT_ROWS)
      .required('The cells are missing.'),
    threshold: share('The threshold'),
    separability: share('The separability'),
    by: oneOf('Whose threshold', ['own', 'card'] as const),
    doubts: array(oneOf('Doubt', LIGHT_DOUBT_IDS)).max(LIGHT_DOUBT_IDS.length).required('The doubts are missing.'),
  })
    .nullable()
    .notRequired()
    .default(null);
