import { router } from 'expo-router';
import { useState } from 'react';
import { Linking, View } from 'react-native';
import { logAddress, today } from '@/data';
import { Act, Body, Companion, Field, Heading, LinkRow, Part, Screen, ScreenHead, Small, space, ThumbBar } from '@/ui';

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const isDay = (text: string): boolean => DAY.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`));
const dayError = (text: string): string | undefined => (isDay(text) ? undefined : 'A day like 2026-06-11.');

/** The shop's log as a file, between two days; and the way in for older records. */
export function LogScreen() {
  const [from, setFrom] = useState(`${today().slice(0, 4)}-01-01`);
  const [to, setTo] = useState(today);
  const backwards = isDay(from) && isDay(to) && from > to;
  const good = isDay(from) && isDay(to) && !backwards;
  const save = (format: 'csv' | 'json') => void Linking.openURL(logAddress(format, { from, to }));
  return (
    <Screen
      testID="log"
      head={<ScreenHead title="The log" under="Out as a file, older records in" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.navigate('/more')} />
          <Act title="Save the log, CSV" onPress={() => save('csv')} disabled={!good} testID="log-csv" />
        </ThumbBar>
      }
    >
      <Part first title={<Heading>Out</Heading>}>
        <Body>A line for each coil of each closed visit: grades, product, water, readings, when it is due again.</Body>
        <View style={{ flexDirection: 'row', gap: space.m }}>
          <Field label="From" value={from} onChange={setFrom} error={dayError(from)} grow testID="log-from" />
          <Field
            label="To"
            value={to}
            onChange={setTo}
            error={dayError(to) ?? (backwards ? 'Before the first day.' : undefined)}
            grow
            testID="log-to"
          />
        </View>
        <View style={{ flexDirection: 'row', gap: space.s }}>
          <Companion title="The same, JSON" onPress={() => save('json')} disabled={!good} />
        </View>
        <Small ink="inkSoft">
          Figures are SI; the columns are described in docs/FORMATS.md. One system’s washes go out from its record.
        </Small>
      </Part>
      <Part title={<Heading>In</Heading>}>
        <LinkRow title="Bring older records in" under="Washes from before: dates, grades, products" href="/places/past" testID="to-past" />
      </Part>
    </Screen>
  );
}
