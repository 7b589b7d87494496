import { PAPERS, REPORT_SECTIONS, type ReportWays } from '@elm-mist/core/report';
import { array, object } from 'yup';
import { changedFrom, figure, oneOf, optionalWords } from './fields';

/** How a shop hands its reports over. */
export const reportWaysSchema = object({
  was: changedFrom(),
  paper: oneOf('The paper', PAPERS),
  without: array(oneOf('A section', REPORT_SECTIONS)).required('The sections are missing.').max(REPORT_SECTIONS.length),
  guarantee: optionalWords('The guarantee', 300),
  guaranteeDays: figure('Days of the guarantee', 0, 3650).integer('Days are counted whole.'),
});
export type ReportWaysRecord = ReportWays;
export type ReportWaysInput = ReportWays & { was?: Partial<ReportWays> };
