export { figuresOf, figureValue, ownDoubt, uncertainOf, valuesOf, type Figure, type NoFigure } from './figures';
export { isBeyondDoubt, propagated, type Uncertain } from './uncertain';
export { doubtText, figureBecause, readingText } from './figureText';
export type { FigureId, FigureSetting, Values } from './figureTable';
export { AIRFLOW_TABLE, AIRFLOW_WAYS, airflowBy, type AirflowWay } from './airflowBy';
