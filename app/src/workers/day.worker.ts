import type { DayPlan, DayProblem } from '@elm-mist/core/route';
import { expose } from 'comlink';
import { orderDay } from './dayOrder';

const service = { order: (problem: DayProblem, tell: (plan: DayPlan) => void) => orderDay(problem, tell) };
export type DayService = typeof service;

expose(service);
