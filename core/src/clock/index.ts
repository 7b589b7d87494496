export { clockIn, longDay, monthName, readMonth, readYearDay, stampIn, yearDayWords } from './dayWords';
export { dayIn, isoAt, dayLater, instantIn, isZone, wallMs, zoneAheadMin } from './shopClock';
