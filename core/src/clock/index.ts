export { clockIn, longDay, monthName, readMonth, readYearDay, stampIn, yearDayWords } from './dayWords';
export { dayIn, dayLater, instantIn, isZone, wallMs, zoneAheadMin } from './shopClock';
