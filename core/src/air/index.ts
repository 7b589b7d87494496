export { compareSplits, temperatureSplit } from './temperatureSplit';
