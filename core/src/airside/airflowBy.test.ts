import fc from 'fast-check';
import { M3S_PER_CFM } from '../units';
import { AIRFLOW_TABLE, AIRFLOW_WAYS, airflowBy } from './airflowBy';

const inC = (f: number) => (f - 32) / 1.8;
const SEA_KPA = 101.325;

test('strips of 40 A at 240 V that warm standard air by 30 °F stand for 1,011 cfm: 3.412 · V · A / (1.08 · rise), from memory', () => {
  const told = airflowBy('heat', { volts: 240, amps: 40, returnC: inC(70), supplyC: inC(100) }, SEA_KPA);
  const byRule = (3.412 * 240 * 40) / (1.08 * 30);
  expect(Math.abs(told.value / M3S_PER_CFM / byRule - 1)).toBeLessThan(0.005);
  // Two in a hundred of the clamp, and two probes of 0.22 K over 16.7 K.
  expect(told.u / told.value).toBeCloseTo(Math.hypot(0.02, (0.22 * Math.SQRT2) / (30 / 1.8), 1.5 / 240), 3);
});

test('the same heat and rise are more cubic feet where air is thinner, as the barometer goes', () => {
  const at = (kPa: number) => airflowBy('heat', { volts: 240, amps: 40, returnC: 21, supplyC: 38 }, kPa).value;
  expect(at(84) / at(SEA_KPA)).toBeCloseTo(SEA_KPA / 84, 9);
});

test('the drop over a clean coil: half the air at a quarter of the table’s drop', () => {
  const told = airflowBy('coil-drop', { nowPa: 15, tableM3s: 0.5, tablePa: 60 }, SEA_KPA);
  expect(told.value).toBeCloseTo(0.25, 9);
  // Half of the drops' own doubts: of a small drop little is known.
  expect(told.u / told.value).toBeCloseTo(Math.hypot(0.04, 0.5 * (0.75 / 15), 0.5 * (0.75 / 60)), 3);
});

test('what is missing, impossible or too little to tell is refused by its name, whichever way', () => {
  expect(() => airflowBy('heat', { volts: 240, amps: 40, returnC: 21, supplyC: 22 }, SEA_KPA)).toThrow(/Supply air/);
  expect(() => airflowBy('coil-drop', { nowPa: 15, tableM3s: 0.5 }, SEA_KPA)).toThrow(/tablePa/);
  for (const way of AIRFLOW_WAYS)
    fc.assert(
      // Each now and then a tenth of its range outside of it.
      fc.property(fc.array(fc.double({ min: -0.1, max: 1.1, noNaN: true }), { minLength: 4, maxLength: 4 }), (shares) => {
        const values = Object.fromEntries(AIRFLOW_TABLE[way].inputs.map(({ id, min, max }, i) => [id, min + (max - min) * shares[i]!]));
        try {
          const { value, u } = airflowBy(way, values, SEA_KPA);
          expect(value > 0 && u > 0 && Number.isFinite(value + u)).toBe(true);
        } catch (error) {
          expect((error as { field?: string }).field).toBeTruthy();
        }
      }),
    );
});
