export { coilDues } from './coilDues';
export { DUE_KIND_NAMES, DUE_KINDS, systemClocks, type DueClock, type DueKind } from './dueClocks';
export { upkeepOf } from './upkeepOf';
export { payDays, type PayDay } from './payDays';
