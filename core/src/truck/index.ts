export { concentrateOf, plannedNeed, type Need } from './plannedNeed';
export { FILTER_WHY_WORDS, filterNeed, truckList, type FilterNeed } from './truckList';
