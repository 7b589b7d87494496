export { closingEntry, closingOf } from './closingOf';
export { DUE_KIND_NAMES, DUE_KINDS, systemClocks, type DueClock, type DueKind } from './dueClocks';
export { payDays, type PayDay } from './payDays';
