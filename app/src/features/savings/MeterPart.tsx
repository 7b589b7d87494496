import type { MeterRecord } from '@elm-mist/contract';
import { CoreError } from '@elm-mist/core/errors';
import { guessMeter, METER_UNITS, meterDays, meterTable, type MeterMatching, type MeterRead, type MeterUnit } from '@elm-mist/core/savings';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { madeUpMeter, RefusedError, shopQuery, shopZone, useKeepMeter } from '@/data';
import { Act, Banner, Body, Companion, Field, FilePick, Heading, Label, OneOf, Part, Row, Small, space, Tick } from '@/ui';
import { CalledOff, meterInWorker } from '@/workers/meterInWorker';
import { readTable, type Table } from '../shared/readTable';
import { shortDay } from '../shared/words';

const NONE = '—';
const STEP_WORDS = { hours: 'hours, gathered into days', days: 'days', bills: 'bills' } as const;

/** A file of energy usage by the public schema, told from a table by how it begins. */
const isXml = async (file: File): Promise<boolean> => (await file.slice(0, 200).text()).trimStart().startsWith('<');

/** A meter's file: chosen, its columns matched, what it came to, kept. */
export function MeterPart({ placeId, meter }: { placeId: string; meter: MeterRecord | null }) {
  const [table, setTable] = useState<Table | null>(null);
  const [matching, setMatching] = useState<MeterMatching>(guessMeter([]));
  const [trouble, setTrouble] = useState('');
  const [read, setRead] = useState<MeterRead | null>(null);
  // The name of a file that needs no matching, and how far its reading is, 0 to 1.
  const [usage, setUsage] = useState('');
  const [share, setShare] = useState<number | null>(null);
  const off = useRef<AbortController | null>(null);
  useEffect(() => () => off.current?.abort(), []);
  const [changes, setChanges] = useState(meter?.changes ?? '');
  const save = useKeepMeter();
  const demo = useQuery(shopQuery).data?.demo ?? false;
  const open = async (file: File) => {
    off.current?.abort();
    setTrouble('');
    setRead(null);
    setTable(null);
    setUsage('');
    try {
      if (await isXml(file)) return await openUsage(file);
      const found = await readTable(file, 'ten years of hours are enough.');
      if (!found) return setTrouble('That is no table: its first line has to name the columns, and rows have to follow.');
      setMatching(guessMeter(found.headings));
      setTable(found);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The file could not be read.');
    }
  };
  const tryOne = async () => {
    try {
      await open(await madeUpMeter(placeId));
    } catch (error) {
      setTrouble(error instanceof RefusedError ? error.message : 'The server is away: it makes the file.');
    }
  };
  const openUsage = async (file: File) => {
    const calls = new AbortController();
    off.current = calls;
    setShare(0);
    try {
      const made = await meterInWorker(file, shopZone(), setShare, calls.signal);
      setRead(made);
      setUsage(file.name);
    } catch (error) {
      if (!(error instanceof CalledOff)) throw error;
    } finally {
      if (off.current === calls) setShare(null);
    }
  };
  const change = (next: Partial<MeterMatching>) => {
    setMatching({ ...matching, ...next });
    setRead(null);
  };
  const compute = () => {
    if (!table) return;
    setTrouble('');
    try {
      const { spans, notes } = meterTable(table.rows, matching, shopZone());
      const made = meterDays(spans, shopZone());
      setRead({ ...made, notes: [...notes, ...made.notes] });
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setTrouble(error.message);
    }
  };
  const keep = async (from: { file: string } & MeterRead) => {
    setTrouble('');
    const { file, rows, step, shares, notes } = from;
    try {
      await save.mutateAsync({
        placeId,
        meter: {
          file: file.slice(0, 120),
          rows,
          step,
          shares,
          notes: notes.slice(0, 20).map((note) => note.slice(0, 300)),
          changes: changes.trim(),
        },
      });
      setTable(null);
      setUsage('');
      setRead(null);
    } catch (error) {
      setTrouble(
        error instanceof RefusedError ? Object.values(error.fields).join(' ') : 'The server is away. The file is still chosen here.',
      );
    }
  };
  const column = (key: 'from' | 'to' | 'use', name: string) => (
    <View style={{ gap: space.xs }}>
      <Label>{name}</Label>
      <OneOf
        label={name}
        options={[...(key === 'to' ? [NONE] : []), ...(table?.headings ?? [])].map((heading) => ({ value: heading, label: heading }))}
        value={matching[key] ?? NONE}
        onChange={(heading) => change({ [key]: heading === NONE ? null : heading })}
      />
      {matching[key] ? <Small ink="inkSoft">{`First row: ${table?.rows[0]?.[matching[key] ?? ''] || 'empty'}`}</Small> : null}
    </View>
  );
  const first = read?.rows[0];
  const last = read?.rows.at(-1);
  return (
    <Part title={<Heading>The meter</Heading>} testID="meter-part">
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {meter && !table && !usage ? (
        <View>
          <Row
            label={meter.file}
            value={`${meter.rows.length} ${meter.step === 'bills' ? 'bills' : 'days'}, ${shortDay(meter.rows[0]?.day ?? '')} to ${shortDay(meter.rows.at(-1)?.day ?? '')}`}
          />
          {meter.notes.map((note) => (
            <Small key={note} ink="inkSoft">
              {note}
            </Small>
          ))}
        </View>
      ) : null}
      {!meter && !table && !usage ? (
        <Body>
          A file of hours, days or bills, as the owner can have it from whoever sells the power: a table (CSV) with a time and the energy
          used, or energy usage as XML by the public schema. The year before the wash and the time after it.
        </Body>
      ) : null}
      <FilePick
        title={table || usage || meter ? 'Another file' : 'A meter’s file'}
        label="A meter’s table"
        accept=".csv,.xml,text/csv,text/plain,text/xml,application/xml"
        onPick={(file) => void open(file)}
        testID="meter-file"
      />
      {demo && !table && !usage ? (
        <View style={{ alignItems: 'flex-start', gap: space.xs }}>
          <Companion title="Try a made-up file" onPress={() => void tryOne()} testID="meter-made-up" />
          <Small ink="inkSoft">Simulated: a house before and after a wash here, in the simulated weather. Only the demo has it.</Small>
        </View>
      ) : null}
      {share === null ? null : (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }} testID="meter-reading">
          <Small>{`Reading, ${Math.round(100 * share)} %`}</Small>
          <Companion title="Call it off" onPress={() => off.current?.abort()} testID="meter-off" />
        </View>
      )}
      {table ? (
        <>
          {column('from', 'Time, or when it begins')}
          {column('to', 'When it ends')}
          {column('use', 'Energy')}
          <OneOf
            label="Unit"
            options={(Object.keys(METER_UNITS) as MeterUnit[]).map((unit) => ({ value: unit, label: unit }))}
            value={matching.unit}
            onChange={(unit) => change({ unit })}
          />
          <Tick label="It is a register that counts up" value={matching.register} onChange={(register) => change({ register })} />
        </>
      ) : null}
      {read && first && last ? (
        <View testID="meter-read">
          <Row label="Read as" value={STEP_WORDS[read.step]} />
          <Row label="From and to" value={`${shortDay(first.day)} to ${shortDay(last.day)}`} />
          <Row label="In all" value={`${Math.round(read.rows.reduce((sum, row) => sum + row.kWh, 0)).toLocaleString('en-US')} kWh`} />
          {read.notes.map((note) => (
            <Small key={note}>{note}</Small>
          ))}
        </View>
      ) : null}
      {table || usage || meter ? (
        <Field
          label="What else changed in the house"
          value={changes}
          onChange={setChanges}
          multiline
          help="More or fewer people, another set-point, new equipment; empty for nothing. A saving is told with it."
          testID="meter-changes"
        />
      ) : null}
      {table || usage ? (
        read ? (
          <Act
            title="Keep this meter"
            onPress={() => void keep({ ...read, file: table?.name ?? usage })}
            busy={save.isPending}
            testID="meter-keep"
          />
        ) : (
          <Act title="Read it" onPress={compute} testID="meter-reckon" />
        )
      ) : meter && changes.trim() !== meter.changes ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Companion title="Keep what changed" onPress={() => void keep(meter)} busy={save.isPending} />
        </View>
      ) : null}
    </Part>
  );
}
