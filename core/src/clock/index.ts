export { clockIn, longDay, stampIn } from './dayWords';
export { dayIn, dayLater, instantIn, isZone, wallMs, zoneAheadMin } from './shopClock';
