import { useVisit, wallClock } from '@/data';
import { Banner, Companion, Field, HazardBox, Heading, Small, space, StepRow } from '@/ui';
import { POWER_SOURCE_NAMES } from '@elm-mist/core/equipment';
import {
  deadVolts,
  LIVE_VOLTS,
  LOCKOUT_TABLE,
  lockoutHelp,
  lockoutStepName,
  mayStayShut,
  MOST_CIRCUITS,
  readingPasses,
  readsEachCircuit,
  type LockoutEntry,
  type LockoutStep,
} from '@elm-mist/core/run';
import { capacitorWords } from '@elm-mist/core/shop';
import { readFigure } from '@elm-mist/core/units';
import { View } from 'react-native';
import { ReasonPart } from '../shared/ReasonPart';

import type { LockoutReading } from './useLockoutReading';

/** The steps of a lockout, the one that is due open. */
export function LockoutCard({ reading }: { reading: LockoutReading }) {
  const { state, record } = useVisit();
  const { source, own, current } = reading;
  const lockout = state.lockouts[source];
  return (
    <View style={{ gap: space.s }} testID={`gate-${source}`}>
      <Heading>{`${POWER_SOURCE_NAMES[source]}: off and proven dead`}</Heading>
      {lockout?.failed ? (
        <HazardBox lead="Not proven dead.">
          {`${lockoutStepName(lockout.failed.step, own)} read ${lockout.failed.volts ?? 'nothing'} V. Hands out. Find what feeds it, isolate again and start over.`}
        </HazardBox>
      ) : null}
      {own.feeder ? (
        <Small testID="gate-fed">{`Fed through the ${POWER_SOURCE_NAMES[own.feeder].toLowerCase()}. Locked out there; verify zero voltage here too.`}</Small>
      ) : null}
      {own.steps.map((step, index) => (
        <LockoutStepRow key={step} step={step} number={index + 1} reading={reading} />
      ))}
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
}

function LockoutStepRow({ step, number, reading }: { step: LockoutStep; number: number; reading: LockoutReading }) {
  const { state, allCoils, who, team } = useVisit();
  const { source, own, current, text, setText, circuits, error, another, shut } = reading;
  const outdoor = allCoils.find((coil) => coil.role === 'condenser');
  const disconnect = (outdoor && state.surveys[outdoor.id]?.value.answers.disconnect) ?? 'unknown';
  const typed = readFigure(text);
  const facts = LOCKOUT_TABLE[step];
  const done = state.lockouts[source]?.done[step];
  const here = step === current;
  const each = readsEachCircuit(step, source);
  return (
    <StepRow
      number={number}
      name={lockoutStepName(step, own)}
      here={here}
      taken={done ? <Small ink={done.skipped ? 'brick' : 'inkSoft'}>{`${entryText(done)}${wallClock(done.at, 'h:mm')}`}</Small> : null}
    >
      {done?.skipped ? <Small ink="brick">{done.skipped}</Small> : null}
      {here ? <Small ink="inkSoft">{lockoutHelp(step, source, disconnect)}</Small> : null}
      {here && step === 'capacitor' ? <Small testID="gate-licence">{capacitorWords(who, team)}</Small> : null}
      {here && circuits.length > 0 ? <Small>{circuits.map((each, i) => `Circuit ${i + 1}: ${each} V`).join(' · ')}</Small> : null}
      {here && facts.reads !== null ? (
        <Field
          label={`${each ? `Circuit ${circuits.length + 1}${own.circuits > 1 ? ` of ${own.circuits}` : ''}: reads` : 'Reads'}, ${facts.reads === 'live' ? `at least ${LIVE_VOLTS}` : `${deadVolts(step)} or less${step === 'dc-bus' ? ', or the maker’s figure' : ' is the meter’s own noise'}`}`}
          unit="V"
          value={text}
          onChange={setText}
          error={error}
          keyboard="decimal-pad"
          testID="gate-volts"
        />
      ) : null}
      {here && Number.isFinite(typed) && !readingPasses(step, typed) ? (
        <Banner tone="stop">{facts.reads === 'dead' ? 'That is not dead.' : 'That is not a live source: the meter is not proved.'}</Banner>
      ) : null}
      {here && each && circuits.length + 1 >= own.circuits ? (
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
