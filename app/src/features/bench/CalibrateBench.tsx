import { arithmetic } from '@elm-mist/core/because';
import { CoreError } from '@elm-mist/core/errors';
import { CALIBRATE_LEAST_S, calibrateDial, dialWaterParts, drawing } from '@elm-mist/core/mix';
import { formatDuration, formatRatio, parseVolume, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { today, shelfQuery, useDraft, useHouseRules, useNow, useSaveApplicator } from '@/data';
import { Banner, Body, Clock, Companion, Empty, Field, Gauge, Label, OneOf, Part, Row, Small, space, Waiting, Why } from '@/ui';
import { shortDay } from '../shared/words';

interface Draft {
  mark: string;
  startedAt: number | null;
  seconds: number | null;
  drawn: string;
  delivered: string;
}

const blank: Draft = { mark: '', startedAt: null, seconds: null, drawn: '', delivered: '' };

function work(draft: Draft, system: UnitSystem): { waterParts: number; deliveredL: number } | { field: string; message: string } {
  try {
    const unit = system === 'us' ? 'floz' : 'mL';
    const deliveredL = parseVolume(draft.delivered, unit, 'delivered');
    return { waterParts: calibrateDial({ drawnL: parseVolume(draft.drawn, unit, 'drawn'), deliveredL }), deliveredL };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { field: error.field.replace(/L$/, ''), message: error.message.replace(/^(drawn|delivered)L: /, '') };
  }
}

/** What each position of a dial really gives: bucket and watch, kept with the gun and the day. */
export function CalibrateBench() {
  const { units } = useHouseRules();
  const { gun: asked } = useLocalSearchParams<{ gun?: string }>();
  const { data } = useQuery(shelfQuery);
  const guns = data?.applicators.filter((row) => drawing(row.dial).length > 0) ?? [];
  const [gunId, setGunId] = useState<string | null>(null);
  const gun = guns.find((row) => row.id === (gunId ?? asked)) ?? guns[0];
  const [draft, keep] = useDraft<Draft>(`bench.calibrate.${units}.${gun?.id ?? ''}`, () => blank);
  const now = useNow(draft.startedAt !== null);
  const save = useSaveApplicator();
  const [kept, setKept] = useState('');
  if (!data) return <Waiting what="the guns" lines={3} />;
  if (!gun) return <Empty title="No gun with a dial">Put one on the shelf first, under Applicators, with the marks on its dial.</Empty>;
  const position = drawing(gun.dial).find((row) => row.mark === draft.mark) ?? drawing(gun.dial)[0];
  if (!position) return null;
  const running = draft.startedAt !== null;
  const seconds = draft.startedAt !== null ? Math.max(0, (now - draft.startedAt) / 1000) : draft.seconds;
  const typed = draft.drawn.trim() !== '' && draft.delivered.trim() !== '';
  const answer = work(draft, units);
  const error = (field: 'drawn' | 'delivered') => (typed && 'field' in answer && answer.field === field ? answer.message : undefined);
  const keepIt = async (waterParts: number) => {
    const measured = { waterParts: Number(waterParts.toFixed(3)), day: today() };
    const dial = gun.dial.map((row) => (row.mark === position.mark ? { ...row, measured } : row));
    try {
      await save.mutateAsync({ id: gun.id, applicator: { name: gun.name, kind: gun.kind, capacityL: gun.capacityL, dial } });
      setKept(`Kept: mark ${position.mark} of ${gun.name} gives ${formatRatio(measured.waterParts)}.`);
      keep(blank);
    } catch {
      setKept('The server is away. What you measured is still here: keep it when it is back.');
    }
  };
  return (
    <View style={{ gap: space.m, maxWidth: 620 }} testID="calibrate">
      <Body ink="inkSoft">
        Water in the reservoir up to a mark, the gun over a bucket, dial on one position. Start the watch with the trigger, stop it with the
        trigger. Then measure both.
      </Body>
      {kept ? <Banner tone={kept.startsWith('Kept') ? 'done' : 'stop'}>{kept}</Banner> : null}
      {guns.length > 1 ? (
        <OneOf label="Gun" options={guns.map((row) => ({ value: row.id, label: row.name }))} value={gun.id} onChange={setGunId} />
      ) : null}
      <Part first title={<Label>{`Position of ${gun.name}`}</Label>}>
        <OneOf
          label="Position"
          options={drawing(gun.dial).map((row) => ({ value: row.mark, label: row.mark }))}
          value={position.mark}
          onChange={(mark) => keep({ ...draft, mark })}
        />
      </Part>
      <Row
        label={`Mark ${position.mark} now`}
        value={
          position.measured
            ? `${formatRatio(position.measured.waterParts)}, ${shortDay(position.measured.day)}`
            : `${formatRatio(dialWaterParts(position))} by its mark, not calibrated`
        }
      />
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.l }}>
        <Clock testID="watch">{seconds === null ? '0 s' : formatDuration(Math.floor(seconds))}</Clock>
        <Companion
          title={running ? 'Stop' : seconds === null ? 'Start the watch' : 'Start again'}
          onPress={() =>
            keep(
              draft.startedAt !== null
                ? { ...draft, startedAt: null, seconds: (Date.now() - draft.startedAt) / 1000 }
                : { ...draft, startedAt: Date.now(), seconds: null },
            )
          }
          wet
          testID="watch-button"
        />
      </View>
      {!running && seconds !== null && seconds < CALIBRATE_LEAST_S ? (
        <Banner tone="wait">Under 20 seconds, starting and stopping weigh too much. Run it longer.</Banner>
      ) : null}
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <Field
          label="Gone from the reservoir"
          value={draft.drawn}
          onChange={(drawn) => keep({ ...draft, drawn })}
          error={error('drawn')}
          grow
          testID="drawn"
        />
        <Field
          label="In the bucket"
          value={draft.delivered}
          onChange={(delivered) => keep({ ...draft, delivered })}
          error={error('delivered')}
          grow
          testID="delivered"
        />
      </View>
      {typed && 'waterParts' in answer ? (
        <View style={{ gap: space.m }} testID="calibrated">
          <View>
            <Label ink="inkSoft">{`Mark ${position.mark} gives`}</Label>
            <Why
              because={{
                id: 'calibrate',
                title: 'What the dial really gives',
                result: { label: 'Parts of water', quantity: { kind: 'ratio', waterParts: answer.waterParts } },
                inputs: [
                  { label: 'Gone from the reservoir', text: draft.drawn },
                  { label: 'In the bucket', text: draft.delivered },
                ],
                rules: [
                  { id: 'mix.calibrate', because: 'What is in the bucket less what was drawn, over what was drawn.', source: arithmetic },
                ],
                changes: ['House pressure changes what a dial draws: calibrate with the hose you use.'],
              }}
            >
              <Gauge>{formatRatio(answer.waterParts)}</Gauge>
            </Why>
          </View>
          {seconds ? (
            <Small ink="inkSoft">{`The gun gives ${trimDecimals(((answer.deliveredL / seconds) * 60) / (units === 'us' ? 3.785411784 : 1), 1)} ${units === 'us' ? 'gal' : 'L'}/min.`}</Small>
          ) : null}
          <Companion
            title={`Keep it for mark ${position.mark}`}
            onPress={() => void keepIt(answer.waterParts)}
            busy={save.isPending}
            testID="calibrate-keep"
          />
        </View>
      ) : null}
    </View>
  );
}
