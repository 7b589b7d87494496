import fc from 'fast-check';
import ICAL from 'ical.js';
import { calendarFile, type CalendarDay } from './calendar';

const read = (file: string) =>
  new ICAL.Component(ICAL.parse(file) as never).getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    const alarm = component.getFirstSubcomponent('valarm');
    return {
      uid: event.uid,
      day: event.startDate.toString(),
      end: event.endDate.toString(),
      whole: event.startDate.isDate,
      title: event.summary,
      words: event.description,
      where: event.location,
      sequence: event.sequence,
      trigger: String(alarm?.getFirstPropertyValue('trigger')),
    };
  });

test('another parser reads back what was written, whatever alphabet, comma, line break or length', () => {
  const text = fc.oneof(
    fc.string({ maxLength: 120 }),
    fc.constantFrom('שרה, לוי; "Ångström"', 'line\nbreak, \\n and ; \\', 'x'.repeat(300), '日本語'.repeat(40)),
  );
  const clean = text
    .map((value) =>
      value
        .replace(/\p{Cc}(?<!\n)/gu, '')
        .replace(/[\ud800-\udfff](?![\udc00-\udfff])/g, '')
        .trim(),
    )
    .filter((value) => value !== '');
  const day = fc
    .date({ min: new Date('2026-01-01'), max: new Date('2040-12-30'), noInvalidDate: true })
    .map((date) => date.toISOString().slice(0, 10));
  const row = fc.record({ id: fc.uuid(), day, title: clean, words: clean, where: clean, version: fc.nat({ max: 50 }) });
  fc.assert(
    fc.property(fc.array(row, { maxLength: 5 }), (days: CalendarDay[]) => {
      const file = calendarFile('Cotter & Vane Coil Care', days, Date.UTC(2026, 5, 11, 20));
      for (const line of file.split('\r\n')) expect(encodeURIComponent(line).replace(/%[0-9A-F]{2}/g, '.').length).toBeLessThanOrEqual(75);
      const back = read(file);
      expect(
        back.map((event) => [event.uid, event.day, event.whole, event.title, event.words, event.where, event.sequence, event.trigger]),
      ).toEqual(days.map((one) => [`${one.id}@elm-mist.local`, one.day, true, one.title, one.words, one.where, one.version, '-P7D']));
      for (const event of back) expect(Date.parse(event.end) - Date.parse(event.day)).toBe(86_400_000);
    }),
    { numRuns: 60 },
  );
});

test('a day that moved keeps its UID and counts up', () => {
  const one = { id: 'due-fennick-hp', day: '2027-06-11', title: 'Due', words: 'w', where: 'x', version: 1 };
  const [before, after] = [one, { ...one, day: '2027-05-02', version: 2 }].map((row) => read(calendarFile('S', [row], 0))[0]!);
  expect(after!.uid).toBe(before!.uid);
  expect([before!.sequence, after!.sequence, after!.day]).toEqual([1, 2, '2027-05-02']);
});
