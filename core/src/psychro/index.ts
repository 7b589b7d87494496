export { airOfRelHum, airOfWetBulb, heatOfRelHum, heatOfWetBulb, type AirHeat } from './air';
