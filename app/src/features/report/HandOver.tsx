import { coilName } from '@elm-mist/core/equipment';
import type { Upkeep } from '@elm-mist/core/interval';
import { calendarFile, firstPageText, type CalendarDay, type Report } from '@elm-mist/core/report';
import { isPromised, wholeFinding } from '@elm-mist/core/run';
import { useState } from 'react';
import { router } from 'expo-router';
import { Linking, View } from 'react-native';
import { sharedNow, useShop, useVisit, visitFileAddress } from '@/data';
import { passWords } from './passWords';
import { saveFile } from '@/device/saveFile';
import { Companion, Heading, Part, Small, space } from '@/ui';
import { ServerFile } from '../shared/ServerFile';

/** Days of this visit that belong in a calendar: when it is due again, what is promised, when parts come. */
function useDays(dues: readonly { coilId: string; date: string }[], nextDue: string, upkeep: readonly Upkeep[]): CalendarDay[] {
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
    ...upkeep.map(({ id, name, date, rule }): CalendarDay => ({
      id: `${id}-${system.id}`,
      day: date,
      title: `${place.name}: ${name.toLowerCase()} due`,
      words: rule.because,
      where,
      version,
    })),
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
  upkeep,
}: {
  report: Report;
  dues: readonly { coilId: string; date: string }[];
  nextDue: string;
  upkeep: readonly Upkeep[];
}) {
  const shop = useShop();
  const { detail, state } = useVisit();
  const visitId = detail.visit.id;
  const days = useDays(dues, nextDue, upkeep);
  const [told, setTold] = useState('');
  const save = () => {
    saveFile(new Blob([calendarFile(shop.name, days, sharedNow())], { type: 'text/calendar' }), `${report.title}.ics`);
  };
  const pass = async () => setTold(await passWords(report.title, firstPageText(report)));
  return (
    <Part title={<Heading>Also to hand over</Heading>} testID="hand-over">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title={`Calendar, ${days.length} ${days.length === 1 ? 'day' : 'days'}`} onPress={save} testID="calendar-save" />
        <Companion title="Words for a message" onPress={() => void pass()} testID="words-pass" />
        <Companion title="Owner’s card" onPress={() => router.navigate(`/visits/${visitId}/owner`)} testID="to-owner" />
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title="Entries, CSV" onPress={() => void Linking.openURL(visitFileAddress(visitId, 'entries'))} />
        <Companion title="Whole visit, JSON" onPress={() => void Linking.openURL(visitFileAddress(visitId, 'whole'))} />
        <ServerFile
          title="Pictures, without their place"
          address={visitFileAddress(visitId, 'pictures')}
          disabled={state.photos.length === 0}
          testID="pictures-out"
        />
        <ServerFile
          title="Pictures as they are"
          address={`${visitFileAddress(visitId, 'pictures')}?place=kept`}
          disabled={state.photos.length === 0}
          testID="pictures-kept"
        />
      </View>
      <Small ink="inkSoft">{told || 'No address book is read, and nothing is sent by itself.'}</Small>
    </Part>
  );
}
