import { POWER_SOURCE_NAMES, type PowerSource } from '@elm-mist/core/equipment';
import {
  deadVolts,
  LOCKOUT_TABLE,
  lockoutHelp,
  lockoutOf,
  lockoutStepDue,
  lockoutStepName,
  LIVE_VOLTS,
  mayStayShut,
  MOST_CIRCUITS,
  readingPasses,
  readsEachCircuit,
  worstReading,
  type LockoutEntry,
  type LockoutStep,
} from '@elm-mist/core/run';
import { capacitorWords } from '@elm-mist/core/shop';
import { readFigure } from '@elm-mist/core/units';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useVisit, wallClock } from '@/data';
import { ReasonPart } from '../shared/ReasonPart';
import { Act, Banner, Companion, Field, HazardBox, Heading, Small, space, StepRow } from '@/ui';

/** The gate of one power source: its list of steps, and the buttons for the step that is due. */
export function useLockout(source: PowerSource): { card: ReactNode; buttons: ReactNode; step: string } {
  const { state, detail, record, allCoils, who, team } = useVisit();
  const outdoor = allCoils.find((coil) => coil.role === 'condenser');
  const disconnect = (outdoor && state.surveys[outdoor.id]?.value.answers.disconnect) ?? 'unknown';
  const [text, setText] = useState('');
  /** Readings of the circuits before the one that is typed now, V. */
  const [circuits, setCircuits] = useState<number[]>([]);
  const [error, setError] = useState<string | undefined>();
  const own = lockoutOf(state, detail.system.configuration, source);
  const { steps: order, circuits: asked, feeder } = own;
  const lockout = state.lockouts[source];
  const current = state.closed ? undefined : lockoutStepDue(state, detail.system.configuration, source);
  const clear = () => {
    setText('');
    setCircuits([]);
    setError(undefined);
  };
  const take = (step: LockoutStep, readings: readonly number[]) => {
    clear();
    record({
      kind: 'gate.step',
      data: {
        source,
        step,
        volts: readings.length > 0 ? worstReading(step, readings) : null,
        ...(readings.length > 1 ? { readings: [...readings] } : {}),
      },
    });
  };
  const shut = (step: LockoutStep) => {
    clear();
    record({ kind: 'gate.step', data: { source, step, volts: null, shut: true } });
  };
  /** What is typed, as volts; null with the error set when it is none. */
  const volts = (): number | null => {
    const read = readFigure(text);
    if (read >= 0 && read <= 1000) return read;
    setError('Type the reading in volts, 0 to 1000.');
    return null;
  };
  const read = (step: LockoutStep) => {
    if (text === '' && circuits.length >= asked) {
      take(step, circuits);
      return;
    }
    const last = volts();
    if (last === null) return;
    const all = [...circuits, last];
    // A reading that is not dead is taken at once; else every circuit is read first.
    if (readsEachCircuit(step, source) && all.length < asked && readingPasses(step, last)) {
      setText('');
      setError(undefined);
      setCircuits(all);
    } else take(step, all);
  };
  const another = () => {
    const last = volts();
    if (last === null) return;
    setText('');
    setError(undefined);
    setCircuits([...circuits, last]);
  };
  const typed = readFigure(text);
  const card = (
    <View style={{ gap: space.s }} testID={`gate-${source}`}>
      <Heading>{`${POWER_SOURCE_NAMES[source]}: off and proven dead`}</Heading>
      {lockout?.failed ? (
        <HazardBox lead="Not proven dead.">
          {`${lockoutStepName(lockout.failed.step, own)} read ${lockout.failed.volts ?? 'nothing'} V. Hands out. Find what feeds it, isolate again and start over.`}
        </HazardBox>
      ) : null}
      {feeder ? (
        <Small testID="gate-fed">{`Fed through the ${POWER_SOURCE_NAMES[feeder].toLowerCase()}. Locked out there; verify zero voltage here too.`}</Small>
      ) : null}
      {order.map((step, index) => {
        const facts = LOCKOUT_TABLE[step];
        const done = lockout?.done[step];
        const here = step === current;
        const each = readsEachCircuit(step, source);
        return (
          <StepRow
            key={step}
            number={index + 1}
            name={lockoutStepName(step, own)}
            here={here}
            taken={
              done ? <Small ink={done.skipped ? 'brick' : 'inkSoft'}>{`${entryText(done)}${wallClock(done.at, 'h:mm')}`}</Small> : null
            }
          >
            {done?.skipped ? <Small ink="brick">{done.skipped}</Small> : null}
            {here ? <Small ink="inkSoft">{lockoutHelp(step, source, disconnect)}</Small> : null}
            {here && step === 'capacitor' ? <Small testID="gate-licence">{capacitorWords(who, team)}</Small> : null}
            {here && circuits.length > 0 ? <Small>{circuits.map((each, i) => `Circuit ${i + 1}: ${each} V`).join(' · ')}</Small> : null}
            {here && facts.reads !== null ? (
              <Field
                label={`${each ? `Circuit ${circuits.length + 1}${asked > 1 ? ` of ${asked}` : ''}: reads` : 'Reads'}, ${facts.reads === 'live' ? `at least ${LIVE_VOLTS}` : `${deadVolts(step)} or less${step === 'dc-bus' ? ', or the maker’s figure' : ' is the meter’s own noise'}`}`}
                unit="V"
                value={text}
                onChange={setText}
                error={error}
                keyboard="decimal-pad"
                testID="gate-volts"
              />
            ) : null}
            {here && Number.isFinite(typed) && !readingPasses(step, typed) ? (
              <Banner tone="stop">
                {facts.reads === 'dead' ? 'That is not dead.' : 'That is not a live source: the meter is not proved.'}
              </Banner>
            ) : null}
            {here && each && circuits.length + 1 >= asked ? (
              <View style={{ alignItems: 'flex-start' }}>
                <Companion
                  title="Another circuit"
                  onPress={another}
                  disabled={text === '' || circuits.length + 1 >= MOST_CIRCUITS}
                  wet
                  testID="gate-another"
                />
              </View>
            ) : null}
            {here && mayStayShut(step) ? (
              <View style={{ alignItems: 'flex-start' }}>
                <Companion title="Compartment stays shut" onPress={() => shut(step)} wet testID="gate-stays-shut" />
              </View>
            ) : null}
          </StepRow>
        );
      })}
      {current ? (
        <ReasonPart
          key={current}
          asked={{
            title: 'Leave this step out',
            lead: 'What is not proved may be live.',
            text: `Leaving out "${lockoutStepName(current, own).toLowerCase()}" is your own decision, within your license and local code. Your reason and your name are on the report.`,
            label: 'Why it is left out',
            keep: 'Keep the step',
            leave: 'Leave it out',
            testID: 'gate',
          }}
          leave={(reason) => record({ kind: 'gate.skipped', data: { source, step: current, reason } })}
        />
      ) : null}
    </View>
  );
  const step = `${source} ${current ?? 'shut'}`;
  if (!current) return { card, step, buttons: <Act title="Shut" onPress={() => undefined} disabled wet /> };
  const facts = LOCKOUT_TABLE[current];
  if (facts.reads === null)
    return {
      card,
      step,
      buttons: <Act title={`Done: ${facts.name.toLowerCase()}`} onPress={() => take(current, [])} wet testID={`gate-step-${current}`} />,
    };
  const buttons = (
    <>
      {facts.reads === 'dead' && text === '' ? (
        <Companion
          title="0 V"
          onPress={() =>
            readsEachCircuit(current, source) && (asked > 1 || source === 'package-unit') ? setText('0') : take(current, [0])
          }
          wet
          testID="gate-zero"
        />
      ) : null}
      <Act
        title={text === '' ? (circuits.length >= asked ? `Keep ${circuits.length} readings` : 'Keep the reading') : `It reads ${text} V`}
        onPress={() => read(current)}
        wet
        testID="gate-read"
      />
    </>
  );
  return { card, step, buttons };
}

/** How a step was taken, before its time. */
const entryText = (entry: LockoutEntry): string =>
  entry.skipped !== null
    ? 'left out · '
    : entry.shut
      ? 'stays shut · '
      : entry.volts === null
        ? ''
        : `${(entry.readings ?? [entry.volts]).join(', ')} V · `;
