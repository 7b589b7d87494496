export { dirtFactor, savedByGrade, savedByWatts, type GradeSaved, type MeasuredWash } from './shopSaved';
export { savingWorth, type SavingWorth } from './worth';
export { EspiReader } from './espi';
export { savedBy, type AskedWash, type WashSaving } from './aroundWash';
export type { MeterDays, MeterRead } from './meter';
export { meterDays } from './meterDays';
export { guessMeter, METER_UNITS, meterTable, type MeterMatching, type MeterUnit } from './meterTable';
export { ENERGY_MODEL_NAMES, predicted, type EnergyFit, type EnergyPoint } from './model';
export type { YearDay } from './saving';
