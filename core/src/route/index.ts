export { type Crew, type CrewRoute, type DayPlan, type DayProblem, type HourWord, type PlacedStop, type Roads, type Stop } from './day';
export { driveMin, greatCircleKm, learnedFactor, USUAL_ROADS, type Gap } from './distance';
export { neighbourhoodOf, neighbourhoodWords, type Neighbourhood } from './neighbourhood';
export { spreadDays, type DueStop, type OpenDay } from './spreadDays';
export { MOST_CREWS, MOST_STOPS } from './timedDay';
export { dayAsChosen } from './asChosen';
export { planDay } from './planDay';
export { whyLeft } from './whyLeft';
export { runsLate } from './runsLate';
