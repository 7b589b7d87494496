export { temperatureSplit, compareSplits } from './temperatureSplit';
