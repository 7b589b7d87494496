import { savedBy, type AskedWash, type MeterDays, type YearDay } from '@elm-mist/core';
import { expose } from 'comlink';

const service = { savedBy: (rows: MeterDays[], air: YearDay[], wash: AskedWash) => savedBy(rows, air, wash) };
export type SavingsService = typeof service;

expose(service);
