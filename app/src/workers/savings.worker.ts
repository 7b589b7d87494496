import { savedBy, type AskedWash, type MeterDays, type YearDay } from '@elm-mist/core/savings';
import { expose } from 'comlink';

const service = { savedBy: (rows: MeterDays[], air: YearDay[], wash: AskedWash, year: YearDay[]) => savedBy(rows, air, wash, year) };
export type SavingsService = typeof service;

expose(service);
