import { CoreError } from '@elm-mist/core/errors';
import { guessLogger, readLogger, type LoggerMatching, type LoggerRun } from '@elm-mist/core/formats';
import { QUANTITIES, QUANTITY_IDS, type QuantityId, type Reading } from '@elm-mist/core/readings';
import { EDGES, formatClock } from '@elm-mist/core/units';
import { useEffect, useState, type RefObject } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Banner, Companion, FilePick, Heading, Label, OneOf, Part, Row, Small, space } from '@/ui';
import { readTable, type Table } from '../shared/readTable';
import { ProbeList } from './ProbeList';
import { probesIn, readingsOf } from './probes';

type Stage = { at: 'none' } | { at: 'matching'; table: Table } | { at: 'read'; table: Table; run: LoggerRun };

const NOTHING = 'nothing';
const TIME = 'time';
/** Readings out of a logger's file: its columns matched and their units asked, gaps shown, then held as a kit's are. */
export function LoggerPart({
  may,
  latest,
  counted,
}: {
  may: (id: QuantityId) => boolean;
  latest: RefObject<Reading[]>;
  counted: (count: number) => void;
}) {
  const { house } = useVisit();
  const { units } = house;
  const [stage, setStage] = useState<Stage>({ at: 'none' });
  const [matching, setMatching] = useState<LoggerMatching>({ time: null, columns: {} });
  const [asked, ask] = useState<string | null>(null);
  const [left, setLeft] = useState<readonly QuantityId[]>([]);
  const [trouble, setTrouble] = useState('');
  const probes = stage.at === 'read' ? probesIn(stage.run.runs, may, left) : [];
  const readings = readingsOf(probes, 'file');
  const count = readings.length;
  useEffect(() => {
    latest.current = readings;
  });
  useEffect(() => counted(count), [counted, count]);
  const open = async (file: File) => {
    setTrouble('');
    try {
      const table = await readTable(file, 'cut it to the hour that matters.');
      if (!table) {
        setTrouble('That is no table: its first line has to name the columns, and rows have to follow.');
        return;
      }
      setMatching(guessLogger(table.headings, table.rows[0] ?? {}, units));
      setStage({ at: 'matching', table });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The file could not be read.');
    }
  };
  const read = (table: Table) => {
    try {
      setStage({ at: 'read', table, run: readLogger(table.rows, matching) });
      setTrouble('');
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setTrouble(error.message);
    }
  };
  const match = (heading: string, to: string) => {
    const { [heading]: _, ...others } = matching.columns;
    const time = to === TIME ? heading : matching.time === heading ? null : matching.time;
    const quantity = QUANTITY_IDS.find((id) => id === to);
    setMatching({
      time,
      columns: quantity ? { ...others, [heading]: { quantity, units: matching.columns[heading]?.units ?? units } } : others,
    });
    ask(null);
  };
  const pick = (
    <FilePick
      title={stage.at === 'none' ? 'A logger’s file' : 'Another file'}
      label="A logger’s table"
      accept=".csv,text/csv,text/plain"
      onPick={(file) => void open(file)}
      testID="logger-file"
    />
  );
  if (stage.at === 'none')
    return (
      <Part title={<Heading>Or a logger’s file</Heading>}>
        <Small ink="inkSoft">A table (CSV) with a time and a column for each probe.</Small>
        {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
        {pick}
      </Part>
    );
  if (stage.at === 'matching')
    return (
      <Part title={<Heading>{`What is what in ${stage.table.name}`}</Heading>}>
        <Small ink="inkSoft">Guessed from the headings. Press one to put it right.</Small>
        {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
        {stage.table.headings.map((heading) => {
          const column = matching.columns[heading];
          const edge = column ? EDGES[QUANTITIES[column.quantity].edge] : null;
          return (
            <View key={heading} style={{ gap: space.xs }}>
              <Row label={heading}>
                <Companion
                  title={heading === matching.time ? 'Time' : column ? QUANTITIES[column.quantity].name : 'Left out'}
                  onPress={() => ask(asked === heading ? null : heading)}
                  testID={`column-${heading}`}
                />
              </Row>
              <Small ink="inkSoft">{`First row: ${stage.table.rows[0]?.[heading] || 'empty'}`}</Small>
              {asked === heading ? (
                <OneOf
                  label={`What ${heading} is`}
                  value={heading === matching.time ? TIME : (column?.quantity ?? NOTHING)}
                  onChange={(to) => match(heading, to)}
                  options={[
                    { value: TIME, label: 'Time' },
                    { value: NOTHING, label: 'Left out' },
                    ...QUANTITY_IDS.map((id) => ({ value: id, label: QUANTITIES[id].name })),
                  ]}
                />
              ) : null}
              {column && edge && edge.unit.us !== edge.unit.si ? (
                <OneOf
                  label={`Unit of ${heading}`}
                  value={column.units}
                  onChange={(to) => setMatching({ ...matching, columns: { ...matching.columns, [heading]: { ...column, units: to } } })}
                  options={[
                    { value: 'us' as const, label: edge.unit.us },
                    { value: 'si' as const, label: edge.unit.si },
                  ]}
                />
              ) : null}
            </View>
          );
        })}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Companion
            title={matching.time ? 'Read it' : 'Say which column is the time'}
            onPress={() => read(stage.table)}
            disabled={!matching.time}
            testID="logger-read"
          />
          {pick}
        </View>
      </Part>
    );
  const { run, table } = stage;
  const [first] = Object.values(run.runs);
  const start = first?.[0]?.atMs ?? 0;
  const into = (ms: number) => formatClock(Math.max(0, Math.round((ms - start) / 1000)));
  const barred = (Object.keys(run.runs) as QuantityId[]).filter((id) => !may(id));
  return (
    <Part title={<Heading>{table.name}</Heading>}>
      <Small ink="inkSoft">{`${run.rows.toLocaleString('en-US')} rows; the last three minutes are judged.`}</Small>
      {run.problems.map((text) => (
        <Banner key={text} tone="stop">
          {text}
        </Banner>
      ))}
      {run.gaps.slice(-4).map((gap) => (
        <Banner
          key={gap.fromMs}
          tone="wait"
        >{`Nothing was written for ${formatClock(Math.round((gap.toMs - gap.fromMs) / 1000))}, from ${into(gap.fromMs)} on.`}</Banner>
      ))}
      {run.gaps.length > 4 ? <Small>{`And ${run.gaps.length - 4} gaps before those.`}</Small> : null}
      {Object.entries(run.dropped).map(([id, n]) => (
        <Small key={id}>{`${QUANTITIES[id as QuantityId].name}: ${n} cells hold no number.`}</Small>
      ))}
      {barred.length > 0 ? (
        <Small>{`For the licensed, and left out: ${barred.map((id) => QUANTITIES[id].name.toLowerCase()).join(', ')}.`}</Small>
      ) : null}
      <ProbeList
        probes={probes}
        wear={(id) => setLeft(left.includes(id) ? left.filter((each) => each !== id) : [...left, id])}
        units={units}
      />
      <Label ink="inkSoft">Held, they are marked as from a file.</Label>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title="Match anew" onPress={() => setStage({ at: 'matching', table })} />
        {pick}
      </View>
    </Part>
  );
}
