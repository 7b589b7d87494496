import { airOfWetBulb } from './air';
import { psychroChart } from './chart';

test('every line is what it says, and stays on the sheet; in thin air the same wet bulb holds more water', () => {
  const { lines, mostHumRatio, lowC, highC } = psychroChart(101.325);
  expect(lines).toHaveLength(9);
  for (const { points, kind, value } of lines) {
    expect(points.length).toBeGreaterThan(5);
    for (const { dryBulbC, humRatio } of points) {
      expect(humRatio).toBeLessThanOrEqual(mostHumRatio);
      expect(dryBulbC).toBeGreaterThanOrEqual(lowC);
      expect(dryBulbC).toBeLessThanOrEqual(highC);
      if (kind === 'wet-bulb') expect(airOfWetBulb(dryBulbC, value, 101.325).humRatio).toBeCloseTo(humRatio, 12);
    }
  }
  // ASHRAE Fundamentals, saturation at 25 °C and 101.325 kPa: 20.17 g/kg (from memory), of which half a hundredth is the
  // enhancement factor that the library leaves out.
  const saturated = lines.find((line) => line.kind === 'humidity' && line.value === 100)!.points.find((point) => point.dryBulbC === 25)!;
  expect(Math.abs(saturated.humRatio / 0.02017 - 1)).toBeLessThan(0.006);
  const thin = psychroChart(80).lines.find((line) => line.kind === 'wet-bulb' && line.value === 20)!.points[0]!;
  expect(thin.humRatio).toBeGreaterThan(lines.find((line) => line.kind === 'wet-bulb' && line.value === 20)!.points[0]!.humRatio);
});
