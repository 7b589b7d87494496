import { CORROSION, KEEP_WET, OPENING_IDS, SOILS, SURROUNDINGS, WATER_WAYS } from '../../../survey';
import { array, object } from 'yup';
import { figure, flag, oneOf, optionalWords } from '../../../fields';
import { yes, known, gradesSchema } from './common';

const answersSchema = () =>
  object({
    disconnect: known('Disconnect', ['unknown', 'pull-out', 'lever', 'breaker', 'panel', 'plug']).default('unknown'),
    finDamage: known('Bent fins', ['unknown', 'little', 'some', 'much']).default('unknown'),
    finStiffness: known('Fins', ['unknown', 'soft', 'stiff']).default('unknown'),
    weepHoles: known('Weep holes', ['unknown', 'open', 'blocked', 'none']).default('unknown'),
    clipOnScreens: known('Clip-on screens', ['unknown', 'none', 'fitted']).default('unknown'),
    soundJacket: yes(),
    baseLip: yes(),
    waterWay: known('Rinsing without a hose', WATER_WAYS).default('unknown'),
    linesInMud: yes(),
    debrisInside: yes(),
    clearanceM: figure('Clearance', 0, 10, 'm').nullable().notRequired().default(null),
    clearanceTopM: figure('Room above', 0, 10, 'm').nullable().notRequired().default(null),
    surroundings: array(oneOf('Surroundings', SURROUNDINGS)).default([]).max(SURROUNDINGS.length),
    pan: known('Pan', ['unknown', 'clean', 'slime', 'rusted', 'cracked', 'standing-water']).default('unknown'),
    primaryDrain: known('Primary drain', ['unknown', 'clear', 'slow', 'blocked']).default('unknown'),
    secondaryWet: yes(),
    floatSwitch: known('Float switch', ['unknown', 'works', 'fails', 'none']).default('unknown'),
    wheel: known('Wheel', ['unknown', 'clean', 'dusty', 'caked']).default('unknown'),
    filter: known('Filter', ['unknown', 'clean', 'loaded', 'blocked', 'missing']).default('unknown'),
    airflow: known('Airflow', ['unknown', 'up', 'down', 'horizontal']).default('unknown'),
    accessPanel: known('Access panel', ['unknown', 'easy', 'tight', 'none']).default('unknown'),
    trap: known('Trap', ['unknown', 'wet', 'dry', 'none']).default('unknown'),
    blower: known('Blower and coil', ['unknown', 'draws', 'blows']).default('unknown'),
    filterSize: optionalWords('The filter size', 40),
    filterKind: known('Filter type', ['unknown', 'thin', 'media', 'washable']).default('unknown'),
    filterCount: known('How many filters', ['unknown', 'one', 'two', 'three']).default('unknown'),
    stand: known('Stand', ['unknown', 'ground', 'raised', 'roof']).default('unknown'),
    indoorUnit: known('Indoor unit', ['unknown', 'air-handler', 'electric-heat', 'furnace']).default('unknown'),
    circuits: known('Circuits', ['unknown', 'one', 'two', 'three']).default('unknown'),
    inverter: known('Inverter', ['unknown', 'yes', 'no']).default('unknown'),
    headsFedBy: known('Power of the heads', ['unknown', 'outdoor-unit', 'head', 'own']).default('unknown'),
    indoorPlace: known('Place of the indoor unit', ['unknown', 'closet', 'attic', 'crawl-space']).default('unknown'),
    uvLamp: yes(),
    discharge: known('Discharge', ['unknown', 'up', 'side']).default('unknown'),
    boardNearby: yes(),
    finishedCeiling: yes(),
    bleachInDrain: yes(),
    panVolumeL: figure('Pan volume', 0.1, 60, 'L').nullable().notRequired().default(null),
    drainLMin: figure('Drain rate', 0.05, 60, 'L/min').nullable().notRequired().default(null),
    opening: known('Opening', OPENING_IDS).nullable().default(null),
    keepWet: known('Keeping it wet', KEEP_WET).default('none'),
  });

/** What the eye finds on one coil. */
export const surveySchema = () =>
  object({
    grades: gradesSchema(),
    soils: array(oneOf('Soil', SOILS)).required('Soil is missing.').max(SOILS.length),
    corrosion: oneOf('Corrosion', CORROSION),
    leakSuspected: flag().required(),
    iced: flag().required(),
    matBetweenRows: flag().required(),
    coolingSymptom: flag().required(),
    answers: answersSchema(),
    note: optionalWords('The note', 2000),
  }).required('The survey is missing.');
