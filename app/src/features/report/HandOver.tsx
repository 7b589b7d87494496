import { calendarFile, coilName, firstPageText, isPromised, wholeFinding, type CalendarDay, type Report } from '@elm-mist/core';
import { useState } from 'react';
import { View } from 'react-native';
import { sharedNow, useShop, useVisit } from '@/data';
import { Companion, Heading, Part, Small, space } from '@/ui';

/** Days of this visit that belong in a calendar: when it is due again, what is promised, when parts come. */
function useDays(dues: readonly { coilId: string; date: string }[], nextDue: string): CalendarDay[] {
  const { detail, state, allCoils, findings } = useVisit();
  const { place, system, visit } = detail;
  const where = `${place.name}, ${place.address}`;
  const version = state.closings.length;
  const due = (id: string, day: string, what: string): CalendarDay => ({
    id,
    day,
    title: `${place.name}: ${what} due`,
    words: `${system.name}, ${place.customerName}`,
    where,
    version,
  });
  const apart = new Set(dues.map((row) => row.date)).size > 1;
  const pause = state.pauses.at(-1);
  return [
    ...(apart
      ? dues.map(({ coilId, date }) => {
          const coil = allCoils.find((row) => row.id === coilId);
          return due(`due-${coilId}`, date, coil ? coilName(coil).toLowerCase() : 'coil');
        })
      : [due(`due-${system.id}`, nextDue, 'wash')]),
    ...findings.filter(isPromised).flatMap((life): CalendarDay[] => {
      const step = [...life.steps].reverse().find(({ value }) => value.step === 'scheduled');
      return step?.value.day
        ? [
            {
              id: `promised-${life.findingId}`,
              day: step.value.day,
              title: `${place.name}: ${wholeFinding(life).name.toLowerCase()}, promised`,
              words: `${wholeFinding(life).action}. ${step.value.words}`.trim(),
              where,
              version: life.steps.length,
            },
          ]
        : [];
    }),
    ...(pause && !pause.resumed && pause.value.due
      ? [
          {
            id: `parts-${visit.id}`,
            day: pause.value.due,
            title: `${place.name}: parts due`,
            words: pause.value.reason,
            where,
            version: state.pauses.length,
          },
        ]
      : []),
  ];
}

/** Other ways to hand it over: a calendar file, and words for a message. Nothing is sent by itself. */
export function HandOver({
  report,
  dues,
  nextDue,
}: {
  report: Report;
  dues: readonly { coilId: string; date: string }[];
  nextDue: string;
}) {
  const shop = useShop();
  const days = useDays(dues, nextDue);
  const [told, setTold] = useState('');
  const save = () => {
    const url = URL.createObjectURL(new Blob([calendarFile(shop.name, days, sharedNow())], { type: 'text/calendar' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${report.title}.ics`.replace(/[\\/:*?"<>|]/g, ' ');
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 1000);
  };
  const pass = async () => {
    const text = firstPageText(report);
    try {
      if (typeof navigator.share === 'function') {
        await navigator.share({ title: report.title, text });
        setTold('Handed to the share sheet.');
      } else {
        await navigator.clipboard.writeText(text);
        setTold('Copied: paste it into a message.');
      }
    } catch (error) {
      // Closing the share sheet is no fault.
      setTold(
        error instanceof DOMException && error.name === 'AbortError' ? '' : 'This browser did not take the words. The PDF has them too.',
      );
    }
  };
  return (
    <Part title={<Heading>Also to hand over</Heading>} testID="hand-over">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title={`Calendar, ${days.length} ${days.length === 1 ? 'day' : 'days'}`} onPress={save} testID="calendar-save" />
        <Companion title="Words for a message" onPress={() => void pass()} testID="words-pass" />
      </View>
      <Small ink="inkSoft">{told || 'No address book is read, and nothing is sent by itself.'}</Small>
    </Part>
  );
}
