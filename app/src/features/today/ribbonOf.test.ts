import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import type { HourAir } from '@elm-mist/core/dryout';
import { DEFAULT_HOUSE_RULES } from '@elm-mist/core/method';
import { ribbonOf } from './ribbonOf';

const DAY = '2026-06-11';
const hours = (over: (hour: number) => Partial<HourAir> = () => ({})): HourAir[] =>
  Array.from({ length: 12 }, (_, i) => ({
    atMs: new Date(`${DAY}T00:00:00`).getTime() + (7 + i) * 3_600_000,
    dryBulbC: 24,
    rhPct: 50,
    windMs: 1,
    cloud: 1,
    ...over(7 + i),
  }));
const weather = (rows: HourAir[]): DayRecord['weather'] => ({ source: 'simulated', hours: rows });
const visit = (startMinute: number, durationMin = 60, role = 'condenser'): TodayVisit =>
  ({
    visit: { id: 'v', day: DAY, startMinute, durationMin, standing: 'planned' },
    place: { latitudeDeg: 42.2, longitudeDeg: -100.6, altitudeM: 780 },
    coils: [{ id: 'c', role, geometry: { faces: [{ id: 'a', name: 'Path', widthM: 1, wallSide: false, facesDeg: 0 }] } }],
  }) as unknown as TodayVisit;
const windy = (from: number, to: number) => (hour: number) => (hour >= from && hour <= to ? { windMs: 12, rhPct: 8, dryBulbC: 38 } : {});

test('a calm grey day is good throughout and asks for nothing', () => {
  const ribbon = ribbonOf(visit(9 * 60), weather(hours()), DEFAULT_HOUSE_RULES);
  expect(ribbon).toMatchObject({ window: [0, 11], advice: '' });
  expect(ribbon?.says).toMatch(/simulated: good from 7 am to 7 pm/);
  expect(ribbon?.cells.map((cell) => cell.hour)).toEqual(['7', '', '9', '', '11', '', '1', '', '3', '', '5', '']);
});

test('a visit planned into a bad hour is told when it dries and when it would do', () => {
  const ribbon = ribbonOf(visit(14 * 60), weather(hours(windy(13, 18))), DEFAULT_HOUSE_RULES);
  expect(ribbon?.window).toEqual([0, 5]);
  expect(ribbon?.advice).toMatch(/^Dry wind at 2 pm: foam would dry in \d min\. Foam from 7 am to 1 pm, or use water\.$/);
  expect(ribbon?.cells.filter((cell) => !cell.good)).toHaveLength(6);
});

test('a storm is no hour for anybody outdoors, however wet foam would stay', () => {
  const ribbon = ribbonOf(
    visit(15 * 60),
    weather(hours((hour) => (hour === 15 || hour === 16 ? { storm: true } : {}))),
    DEFAULT_HOUSE_RULES,
  );
  expect(ribbon?.advice).toBe('Storm at 3 pm: nobody on a roof or at an open unit. Better from 7 am to 3 pm.');
  expect(ribbon?.says).toMatch(/good from 7 am to 3 pm, storm from 3 pm\.$/);
  expect(ribbon?.cells.flatMap(({ minutes, good }, i) => (minutes === 'S' ? [[i, good]] : []))).toEqual([
    [8, false],
    [9, false],
  ]);
});

test('an earlier visit on the same day is told nothing; one that runs into the bad hour is', () => {
  const feed = weather(hours(windy(13, 18)));
  expect(ribbonOf(visit(9 * 60, 120), feed, DEFAULT_HOUSE_RULES)?.advice).toBe('');
  expect(ribbonOf(visit(11 * 60, 150), feed, DEFAULT_HOUSE_RULES)?.advice).not.toBe('');
});

test('no good hour at all, and a day too cold, are said as that', () => {
  expect(ribbonOf(visit(9 * 60), weather(hours(windy(7, 18))), DEFAULT_HOUSE_RULES)).toMatchObject({
    window: null,
    advice: expect.stringMatching(/Shade it, or use water\.$/),
  });
  const cold = ribbonOf(visit(9 * 60), weather(hours(() => ({ dryBulbC: 1 }))), DEFAULT_HOUSE_RULES);
  expect(cold?.advice).toMatch(/^Too cold to wash at 9 am\. Another day\.$/);
  const late = ribbonOf(visit(9 * 60), weather(hours((hour) => (hour < 12 ? { dryBulbC: 1 } : {}))), DEFAULT_HOUSE_RULES);
  expect(late?.advice).toBe('Too cold to wash at 9 am. Better from 12 pm to 7 pm.');
});

test('without an outdoor coil, or without a feed, there is no ribbon', () => {
  expect(ribbonOf(visit(9 * 60, 60, 'evaporator'), weather(hours()), DEFAULT_HOUSE_RULES)).toBeNull();
  expect(ribbonOf(visit(9 * 60), undefined, DEFAULT_HOUSE_RULES)).toBeNull();
  expect(ribbonOf(visit(9 * 60), weather([]), DEFAULT_HOUSE_RULES)).toBeNull();
});
