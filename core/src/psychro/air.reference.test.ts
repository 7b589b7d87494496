import { airOfRelHum, airOfWetBulb } from '.';
import { heatOfWetBulb, saturatedAt, saturatedEnthalpy } from './air';

// ASHRAE Handbook, Fundamentals, psychrometrics chapter, example: 40 °C dry, 20 °C wet at 101.325 kPa. Its moisture and dew point are chart readings (6.5 g/kg,
// 7 °C); the equations give 6.40 and 7.43. From memory.
test('the handbook’s example', () => {
  const air = airOfWetBulb(40, 20, 101.325);
  expect(air.enthalpyKJkg).toBeCloseTo(56.7, 1);
  expect(air.rhPct).toBeCloseTo(14, 0);
  expect(air.volumeM3kg).toBeCloseTo(0.896, 3);
  expect(air.humRatio * 1000).toBeCloseTo(6.4, 1);
  expect(air.dewPointC).toBeCloseTo(7.43, 1);
});

test('by wet bulb and by humidity it is the same air, high up too; heat alone agrees', () => {
  for (const pressureKPa of [101.325, 84]) {
    const air = airOfRelHum(26, 50, pressureKPa);
    expect(airOfWetBulb(26, air.wetBulbC, pressureKPa).rhPct).toBeCloseTo(50, 1);
    expect(heatOfWetBulb(26, air.wetBulbC, pressureKPa).enthalpyKJkg).toBeCloseTo(air.enthalpyKJkg, 2);
    expect(saturatedAt(saturatedEnthalpy(11.3, pressureKPa), pressureKPa, 20)).toBeCloseTo(11.3, 4);
  }
});

test.each([
  [24, 26, 'above the dry bulb'],
  [40, 5, 'bone-dry'],
])('%d dry and %d wet is refused', (dry, wet, words) => {
  expect(() => airOfWetBulb(dry, wet, 101.325)).toThrow(words);
});
