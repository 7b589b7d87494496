export { airOfRelHum, airOfWetBulb, heatOfRelHum, heatOfWetBulb, type AirHeat } from './air';
export { psychroChart, type ChartPoint } from './chart';
