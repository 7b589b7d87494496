export { dayIn, dayLater, instantIn, isZone, wallMs, zoneAheadMin } from './shopClock';
