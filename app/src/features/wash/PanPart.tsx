import { panDose, type CoilPlan } from '@elm-mist/core/method';
import { DRAIN_HELP, drainRateLMin, FLOAT_FAILED, panClock } from '@elm-mist/core/run';
import { FINDING_TABLE } from '@elm-mist/core/survey';
import { EDGES, formatClock, formatQuantity, readFigure, toSi } from '@elm-mist/core/units';
import { View } from 'react-native';
import { sharedNow, useDraft, useNow, useVisit } from '@/data';
import { Banner, Body, Clock, Companion, Field, Gauge, Heading, Label, Part, Row, Small, space, Strong, Why } from '@/ui';

interface DrainDraft {
  volume: string;
  seconds: string;
  /** When the watch was started, shop's time, ms; null while it stands. */
  startedAtMs: number | null;
}
const blank: DrainDraft = { volume: '', seconds: '', startedAtMs: null };

/** Water over a pan: how much at a time and how long between, from the pan and what the drain really takes; and the float switch. */
export function PanPart({ plan }: { plan: CoilPlan }) {
  const { state, house, record } = useVisit();
  const { coilId } = plan;
  const closed = state.closed !== null;
  const answers = state.surveys[coilId]?.value.answers;
  const test = state.drainTests[coilId]?.at(-1)?.value;
  const drainLMin = test ? drainRateLMin(test) : (answers?.drainLMin ?? null);
  const panVolumeL = answers?.panVolumeL ?? null;
  const dose = panVolumeL !== null && drainLMin !== null ? panDose({ panVolumeL, drainLMin, pourLMin: house.sprayerLMin }) : null;
  const pours = state.pours[coilId] ?? [];
  const now = useNow(!closed && pours.length > 0);
  const { pouredL, readyAtMs } = panClock(pours, dose?.pauseS ?? 0);
  const waitS = readyAtMs === null ? 0 : Math.max(0, Math.round((readyAtMs - now) / 1000));
  const volume = (litres: number) => formatQuantity({ kind: 'volume', litres }, house.units);
  return (
    <Part title={<Heading>Over the pan</Heading>}>
      {plan.ending === 'condensate' ? (
        <Body ink="inkSoft">
          Condensate rinses it: no water is poured. The pan has to drain all the same: test it before the panel goes on.
        </Body>
      ) : dose ? (
        <View style={{ gap: space.s }} testID="pan-dose">
          <View style={{ flexDirection: 'row', gap: space.xl, flexWrap: 'wrap' }}>
            <View>
              <Label ink="inkSoft">{dose.continuous ? 'pour' : 'each pour'}</Label>
              <Why because={dose.because} about="each pour">
                <Gauge>{dose.continuous ? 'without stopping' : volume(dose.doseL)}</Gauge>
              </Why>
            </View>
            {pours.length > 0 ? (
              <View>
                <Label ink="inkSoft">{`poured in ${pours.length}`}</Label>
                <Gauge>{volume(pouredL)}</Gauge>
              </View>
            ) : null}
          </View>
          {waitS > 0 ? (
            <View role="timer">
              <Label ink="amberInk">let it drain</Label>
              <Clock testID="pan-wait">{formatClock(waitS)}</Clock>
            </View>
          ) : null}
          {closed ? null : (
            <Companion
              title={waitS > 0 ? 'The pan still drains' : 'Poured'}
              onPress={() => record({ kind: 'pan.poured', data: { coilId, litres: dose.doseL } })}
              disabled={waitS > 0}
              wet
              testID="pan-poured"
            />
          )}
          <Small ink="inkSoft">
            Catch and count the water. If the pan rises to its lip before a pour is in, stop: the drain is slower than it was.
          </Small>
        </View>
      ) : (
        <Body ink="inkSoft">
          {panVolumeL === null
            ? 'What the pan holds is not noted: type it in Look, and it says how much to pour at a time. Until then, watch the pan.'
            : 'Time a known volume through the drain, and it says how much to pour at a time.'}
        </Body>
      )}
      <DrainTestPart coilId={coilId} rate={test ? drainLMin : null} />
      <FloatPart coilId={coilId} />
    </Part>
  );
}

function DrainTestPart({ coilId, rate }: { coilId: string; rate: number | null }) {
  const { state, house, record, detail } = useVisit();
  const { units } = house;
  const [draft, keep] = useDraft<DrainDraft>(`drain.${detail.visit.id}.${coilId}.${units}`, () => blank);
  const running = draft.startedAtMs !== null;
  const now = useNow(running);
  const litres = toSi('volume', draft.volume, units);
  const seconds = readFigure(draft.seconds);
  const volumeError = draft.volume.trim() !== '' && !(litres > 0 && litres <= 60) ? 'Volume: above 0, at most 60 L (16 gal).' : undefined;
  const secondsError = draft.seconds.trim() !== '' && !(seconds >= 1 && seconds <= 3600) ? 'Time: 1 to 3600 s.' : undefined;
  const ready = draft.volume.trim() !== '' && draft.seconds.trim() !== '' && !volumeError && !secondsError && !running;
  const watch = () =>
    keep(
      draft.startedAtMs === null
        ? { ...draft, startedAtMs: sharedNow(), seconds: '' }
        : { ...draft, startedAtMs: null, seconds: String(Math.max(1, Math.round((sharedNow() - draft.startedAtMs) / 1000))) },
    );
  return (
    <View style={{ gap: space.s }} testID="drain-test">
      <Row label="Drain takes">
        <Strong>{rate === null ? 'not tested today' : `${formatQuantity({ kind: 'volume', litres: rate }, units)} each minute`}</Strong>
      </Row>
      {state.closed ? null : (
        <>
          <View style={{ flexDirection: 'row', gap: space.m, alignItems: 'flex-start' }}>
            <Field
              label="Poured in"
              unit={EDGES.volume.unit[units]}
              value={draft.volume}
              onChange={(text) => keep({ ...draft, volume: text })}
              keyboard="decimal-pad"
              error={volumeError}
              grow
              testID="drain-volume"
            />
            <Field
              label="Gone after"
              unit="s"
              value={running ? String(Math.max(0, Math.floor((now - (draft.startedAtMs ?? now)) / 1000))) : draft.seconds}
              onChange={(text) => keep({ ...draft, seconds: text })}
              keyboard="decimal-pad"
              error={secondsError}
              grow
              testID="drain-seconds"
            />
          </View>
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title={running ? 'Stop the watch' : 'Start the watch'} onPress={watch} wet />
            <Companion
              title="Keep the test"
              onPress={() => {
                if (record({ kind: 'drain.tested', data: { coilId, litres, seconds } })) keep(blank);
              }}
              disabled={!ready}
              wet
              testID="drain-keep"
            />
          </View>
          <Small ink="inkSoft">{DRAIN_HELP}</Small>
        </>
      )}
    </View>
  );
}

function FloatPart({ coilId }: { coilId: string }) {
  const { state, record } = useVisit();
  const test = state.floatTests[coilId]?.value;
  const noted = state.findings.some((finding) => finding.value.what === 'float-switch' && finding.value.coilId === coilId);
  const say = (stops: boolean) =>
    record(
      { kind: 'float.tested', data: { coilId, stops } },
      ...(stops || noted
        ? []
        : [
            {
              kind: 'finding.noted' as const,
              data: {
                what: 'float-switch' as const,
                coilId,
                note: FLOAT_FAILED,
                action: FINDING_TABLE['float-switch'].action,
              },
            },
          ]),
    );
  return (
    <View style={{ gap: space.s }} testID="float-test">
      <Row label="Float switch lifted">
        <Strong ink={test === false ? 'brick' : 'ink'}>
          {test === undefined ? 'not tested' : test ? 'stops the unit' : 'does nothing'}
        </Strong>
      </Row>
      {test === false ? (
        <Banner tone="stop">Nothing stops the unit when the pan fills. It is noted as a finding; watch the pan yourself.</Banner>
      ) : null}
      {state.closed ? null : (
        <View style={{ flexDirection: 'row', gap: space.s }}>
          <Companion title="It stops the unit" onPress={() => say(true)} wet testID="float-stops" />
          <Companion title="It does nothing" onPress={() => say(false)} wet testID="float-fails" />
        </View>
      )}
    </View>
  );
}
