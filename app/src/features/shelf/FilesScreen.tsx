import { useRef, useState } from 'react';
import { router } from 'expo-router';
import { Linking, View } from 'react-native';
import { AwayError, fileAddress, importFile, RefusedError, type ImportEnd } from '@/data';
import { Act, Banner, Body, Companion, FilePick, Heading, OneOf, Part, Row, Screen, ScreenHead, Small, Strong, ThumbBar } from '@/ui';

const count = (n: number, one: string, many: string): string => `${n.toLocaleString('en-US')} ${n === 1 ? one : many}`;

type Stage =
  | { at: 'idle' }
  | { at: 'reading'; rows: number }
  | { at: 'ended'; end: ImportEnd; file: File }
  | { at: 'failed'; words: string };

/** Products and stock as files, out and in. */
export function FilesScreen() {
  return (
    <Screen
      head={<ScreenHead title="Files" under="Products and stock, out and in" />}
      foot={
        <ThumbBar>
          <Act title="To the shelf" onPress={() => router.navigate('/shelf')} />
        </ThumbBar>
      }
      testID="files"
    >
      <Part first title={<Heading>Out</Heading>}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          <Companion title="Products, CSV" onPress={() => void Linking.openURL(fileAddress('products.csv'))} />
          <Companion title="Stock, CSV" onPress={() => void Linking.openURL(fileAddress('stock.csv'))} />
          <Companion title="Both, JSON" onPress={() => void Linking.openURL(fileAddress('shelf.json'))} />
          <Companion title="Reorder list, CSV" onPress={() => void Linking.openURL(fileAddress('reorder.csv'))} />
        </View>
        <Small ink="inkSoft">What goes out comes back in unchanged. Safety sheets stay here.</Small>
      </Part>
      <ImportPart />
    </Screen>
  );
}

function ImportPart() {
  const [kind, setKind] = useState<'products' | 'stock'>('products');
  const [stage, setStage] = useState<Stage>({ at: 'idle' });
  const stop = useRef<AbortController | null>(null);
  const send = async (file: File, onBad: 'refuse' | 'skip') => {
    const aborter = new AbortController();
    stop.current = aborter;
    setStage({ at: 'reading', rows: 0 });
    try {
      const format = file.name.toLowerCase().endsWith('.json') ? 'json' : 'csv';
      const end = await importFile(file, { kind, format, onBad }, (rows) => setStage({ at: 'reading', rows }), aborter.signal);
      setStage({ at: 'ended', end, file });
    } catch (error) {
      setStage({
        at: 'failed',
        words:
          error instanceof RefusedError
            ? `${error.message} Nothing was imported.`
            : aborter.signal.aborted
              ? 'Stopped. If the last row had been read, look at the shelf before sending the file again.'
              : error instanceof AwayError
                ? 'The server is away, or the answer broke off. Look at the shelf before sending the file again.'
                : 'The file could not be read.',
      });
    }
  };
  return (
    <Part title={<Heading>In</Heading>}>
      <OneOf
        label="What is in the file"
        options={[
          { value: 'products' as const, label: 'Products' },
          { value: 'stock' as const, label: 'Stock' },
        ]}
        value={kind}
        onChange={setKind}
      />
      <Body ink="inkSoft">
        {kind === 'products'
          ? 'A product is known by its name: a new name is added, a known one changed.'
          : 'A bottle is known by its id: one without an id is added. Its product must be on the shelf.'}{' '}
        Every row is checked before any is written.
      </Body>
      {stage.at === 'reading' ? (
        <View role="status" style={{ gap: 8 }}>
          <Strong>{stage.rows === 0 ? 'Reading the file' : `${count(stage.rows, 'row', 'rows')} read`}</Strong>
          <Companion title="Stop" onPress={() => stop.current?.abort()} />
        </View>
      ) : (
        <FilePick
          title={stage.at === 'ended' ? 'Choose another file' : 'Choose a file'}
          label="File to import"
          accept=".csv,.json,.txt,text/csv,application/json"
          onPick={(file) => void send(file, 'refuse')}
          testID="import-file"
        />
      )}
      <Small ink="inkSoft">CSV with commas, semicolons or tabs, or JSON. Headings as in the file that goes out.</Small>
      {stage.at === 'failed' ? <Banner tone="stop">{stage.words}</Banner> : null}
      {stage.at === 'ended' ? <Ended end={stage.end} skip={() => void send(stage.file, 'skip')} /> : null}
    </Part>
  );
}

function Ended({ end, skip }: { end: ImportEnd; skip: () => void }) {
  return (
    <View style={{ gap: 12 }} testID="import-end">
      {end.imported ? (
        <Banner tone="done">{`${count(end.rows, 'row', 'rows')} read: ${end.added} added, ${end.changed} changed, ${end.same} as they were${end.bad > 0 ? `, ${end.bad} left out` : ''}.`}</Banner>
      ) : (
        <Banner tone="stop">{`${count(end.bad, 'row is', 'rows are')} at fault, so nothing was imported.`}</Banner>
      )}
      {end.problems.length > 0 ? (
        <View>
          {end.problems.slice(0, 40).map((problem) => (
            <Row key={`${problem.row}.${problem.column}`} label={`Row ${problem.row}`} value={problem.message} />
          ))}
        </View>
      ) : null}
      {end.problems.length > 40 ? <Small ink="inkSoft">Only the first forty are shown.</Small> : null}
      {!end.imported && end.rows > end.bad ? (
        <Companion title={`Leave them out, import ${count(end.rows - end.bad, 'row', 'rows')}`} onPress={skip} testID="import-skip" />
      ) : null}
    </View>
  );
}
