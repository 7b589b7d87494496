import type { WeatherKept } from '@elm-mist/contract';
import { guessMatching, WEATHER_NAMES, WEATHER_TABLE, type Matching } from '@elm-mist/core/formats';
import { router } from 'expo-router';
import { useState } from 'react';
import { RefusedError, sendWeather } from '@/data';
import { Act, Banner, Body, Companion, FilePick, Part, Screen, ScreenHead, Small, ThumbBar } from '@/ui';
import { ColumnMatch, readTableHead, unmatched, type TableHead } from '../shared/ColumnMatch';
import { shortDay } from '../shared/words';

type Stage =
  | { at: 'idle' }
  | { at: 'matching'; file: File; head: TableHead }
  | { at: 'sending' }
  | { at: 'kept'; kept: WeatherKept }
  | { at: 'failed'; words: string };

/** Hourly weather from a file, in place of the simulated feed. */
export function WeatherScreen() {
  const [stage, setStage] = useState<Stage>({ at: 'idle' });
  const [matching, setMatching] = useState<Matching>({});
  const send = async (file: File, columns: Matching | null) => {
    setStage({ at: 'sending' });
    try {
      setStage({ at: 'kept', kept: await sendWeather(file, columns) });
    } catch (error) {
      setStage({
        at: 'failed',
        words:
          error instanceof RefusedError ? `${error.message} Nothing was kept.` : 'The server is away. Nothing was kept; send it again.',
      });
    }
  };
  const open = async (file: File) => {
    if (file.name.toLowerCase().endsWith('.epw')) {
      await send(file, null);
      return;
    }
    const head = await readTableHead(file).catch(() => null);
    if (!head) {
      setStage({ at: 'failed', words: 'That is no table: its first line has to name the columns. Nothing was kept.' });
      return;
    }
    setMatching(guessMatching(WEATHER_TABLE, head.headings, WEATHER_NAMES));
    setStage({ at: 'matching', file, head });
  };
  const missing = unmatched(WEATHER_TABLE, matching);
  return (
    <Screen
      testID="weather"
      head={<ScreenHead title="Weather" under="The air that a day’s ribbon and plans start from" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          {stage.at === 'matching' ? (
            <Act
              title={missing.length > 0 ? `Match ${missing.join(' and ')} first` : 'Keep these hours'}
              onPress={() => void send(stage.file, matching)}
              disabled={missing.length > 0}
              testID="weather-go"
            />
          ) : null}
        </ThumbBar>
      }
    >
      <Body>
        Without a file the air of each day is simulated, and says so. A file of a typical year in the EPW format stands for this year and
        the next; a table of hours stands for the days it was read on.
      </Body>
      <Part>
        <FilePick
          title={stage.at === 'idle' || stage.at === 'sending' ? 'Choose a file' : 'Choose another file'}
          label="File of hourly weather"
          accept=".epw,.csv,.txt,text/csv"
          onPick={(file) => void open(file)}
          busy={stage.at === 'sending'}
          testID="weather-file"
        />
        <Small ink="inkSoft">
          A table has a row an hour: day, hour, temperature in °C, humidity in %, wind in m/s, and cloud in % if it is known.
        </Small>
        {stage.at === 'failed' ? <Banner tone="stop">{stage.words}</Banner> : null}
        {stage.at === 'kept' ? (
          <Banner tone="done">{`${stage.kept.days} days kept, ${shortDay(stage.kept.from)} to ${shortDay(stage.kept.to)}, as ${stage.kept.source === 'typical' ? 'a typical year' : 'read'}.`}</Banner>
        ) : null}
      </Part>
      {stage.at === 'matching' ? <ColumnMatch table={WEATHER_TABLE} head={stage.head} matching={matching} onChange={setMatching} /> : null}
    </Screen>
  );
}
