import { guessMatching, type Matching, type Table } from '@elm-mist/core/formats';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { AwayError, importTable, RefusedError, type ImportEnd } from '@/data';
import { Act, Banner, Body, Companion, FilePick, Row, Screen, ScreenHead, Small, space, Strong, ThumbBar } from '@/ui';
import { ColumnMatch, readTableHead, unmatched, type TableHead } from '../shared/ColumnMatch';

type Stage =
  | { at: 'idle' }
  | { at: 'matching'; file: File; head: TableHead }
  | { at: 'reading'; rows: number }
  | { at: 'ended'; end: ImportEnd; file: File }
  | { at: 'failed'; words: string };

const count = (n: number, one: string, many: string): string => `${n.toLocaleString('en-US')} ${n === 1 ? one : many}`;

/** A table that may be brought in. */
interface Import<T> {
  what: 'import' | 'past';
  title: string;
  under: string;
  words: string;
  table: Table<T>;
  names: Readonly<Record<string, readonly string[]>>;
}

/** A table brought in: its columns matched on the screen, every faulty row named. */
export function TableImport<T>({ what, title, under, words, table, names }: Import<T>) {
  const [stage, setStage] = useState<Stage>({ at: 'idle' });
  const [matching, setMatching] = useState<Matching>({});
  const open = async (file: File) => {
    try {
      const head = await readTableHead(file);
      if (!head) {
        setStage({ at: 'failed', words: 'That is no table: its first line has to name the columns.' });
        return;
      }
      setMatching(guessMatching(table, head.headings, names));
      setStage({ at: 'matching', file, head });
    } catch {
      setStage({ at: 'failed', words: 'The file could not be read.' });
    }
  };
  const send = async (file: File, onBad: 'refuse' | 'skip') => {
    setStage({ at: 'reading', rows: 0 });
    try {
      const end = await importTable(what, file, matching, onBad, (rows) => setStage({ at: 'reading', rows }));
      setStage({ at: 'ended', end, file });
    } catch (error) {
      setStage({
        at: 'failed',
        words:
          error instanceof RefusedError
            ? `${error.message} Nothing was brought in.`
            : error instanceof AwayError
              ? 'The server is away, or the answer broke off. Send the file again: what is there already is left as it is.'
              : 'The file could not be read.',
      });
    }
  };
  const missing = unmatched(table, matching);
  return (
    <Screen
      testID="places-import"
      head={<ScreenHead title={title} under={under} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          {stage.at === 'matching' ? (
            <Act
              title={missing.length > 0 ? `Match ${missing.join(' and ')} first` : 'Bring it in'}
              onPress={() => void send(stage.file, 'refuse')}
              disabled={missing.length > 0}
              testID="places-import-go"
            />
          ) : stage.at === 'ended' && stage.end.imported ? (
            <Act title="Go to Places" onPress={() => router.replace('/places')} />
          ) : null}
        </ThumbBar>
      }
    >
      <Body>{words}</Body>
      <Small ink="inkSoft">{`Columns: ${table.map((column) => (column.needed ? `${column.name} (needed)` : column.name)).join(', ')}. Other headings are matched on the next screen.`}</Small>
      {stage.at === 'reading' ? (
        <View role="status">
          <Strong>{stage.rows === 0 ? 'Reading the file' : `${count(stage.rows, 'row', 'rows')} read`}</Strong>
        </View>
      ) : (
        <FilePick
          title={stage.at === 'idle' ? 'Choose a file' : 'Choose another file'}
          label={title}
          accept=".csv,.txt,text/csv"
          onPick={(file) => void open(file)}
          testID="places-file"
        />
      )}
      {stage.at === 'failed' ? <Banner tone="stop">{stage.words}</Banner> : null}
      {stage.at === 'matching' ? <ColumnMatch table={table} head={stage.head} matching={matching} onChange={setMatching} /> : null}
      {stage.at === 'ended' ? (
        <View style={{ gap: space.m }} testID="places-import-end">
          {stage.end.imported ? (
            <Banner tone="done">{`${count(stage.end.rows, 'row', 'rows')} read: ${stage.end.added} brought in, ${stage.end.same} there already${stage.end.bad > 0 ? `, ${stage.end.bad} left out` : ''}.`}</Banner>
          ) : (
            <Banner tone="stop">{`${count(stage.end.bad, 'row is', 'rows are')} at fault, so nothing was brought in.`}</Banner>
          )}
          {stage.end.problems.slice(0, 60).map((problem) => (
            <Row key={`${problem.row}.${problem.column}`} label={`Row ${problem.row}`} value={problem.message} />
          ))}
          {stage.end.problems.length > 60 ? <Small ink="inkSoft">Only the first sixty are shown.</Small> : null}
          {!stage.end.imported && stage.end.rows > stage.end.bad ? (
            <Companion
              title={`Leave them out, bring in ${count(stage.end.rows - stage.end.bad, 'row', 'rows')}`}
              onPress={() => void send(stage.file, 'skip')}
              testID="places-import-skip"
            />
          ) : null}
        </View>
      ) : null}
    </Screen>
  );
}
