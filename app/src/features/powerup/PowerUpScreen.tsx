import { CONDENSATE_WORDS } from '@elm-mist/core/visit';
import { CONDENSATE_RUN_S } from '@elm-mist/core/method';
import {
  coilRunOf,
  condensateClock,
  foamedSections,
  HOLD_OFF_S,
  isWashed,
  leftOver,
  nextPowerStep,
  noPowerYet,
  POWER_TABLE,
  powerClocks,
  powerStepName,
  powerStepsOf,
  type PowerStep,
} from '@elm-mist/core/run';
import { formatClock } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useNow, useVisit, wallClock } from '@/data';
import {
  Act,
  Banner,
  Body,
  Clock,
  Companion,
  HazardBox,
  Heading,
  Label,
  line,
  LinkBox,
  Part,
  StepRow,
  Small,
  space,
  Strong,
  target,
  ThumbBar,
  useTokens,
} from '@/ui';
import { ReasonPart } from '../shared/ReasonPart';
import { undoLine, UndoButton } from '../visit/Undo';
import { goTo, VisitScreen } from '../visit/VisitScreen';

/** What the button says at each step. */
const DONE_WORDS: Record<PowerStep, string> = {
  'blades-free': 'It spins free',
  'closed-up': 'Dry, and all back on',
  told: 'Told, hands clear',
  'power-on': 'Power is back',
  called: 'It calls and runs',
  'fan-right': 'Fan blows right',
  'sounds-right': 'It sounds right',
  steady: 'Steady: take the readings',
};

const REST_ASKED = {
  title: 'Start sooner',
  lead: 'A start against pressure.',
  text: 'A compressor that starts before pressures are equal may stall and trip. The maker’s own delay outranks this clock. Your reason is on the report.',
  label: 'Why it starts sooner',
  keep: 'Keep the wait',
  leave: 'Start it now',
  testID: 'rest',
};
const STEADY_ASKED = {
  title: 'Skip the run-in',
  lead: 'Readings taken sooner do not count.',
  text: 'Pressures and temperatures still move: what is read now is marked as not steady. Your reason is on the report.',
  label: 'Why it is not waited for',
  keep: 'Keep the wait',
  leave: 'Go on now',
  testID: 'steady',
};

/** From the last rinse to running steady: spin, close, tell, power, rest, call, look, listen, and the run-in where readings are asked for. */
export function PowerUpScreen() {
  const { state, detail, record, own, coils, who } = useVisit();
  const closed = state.closed !== null;
  const now = useNow(!closed);
  const up = state.powerUp;
  const step = closed ? null : nextPowerStep(up);
  const { restUntilMs, steadyAtMs } = powerClocks(up);
  const restS = restUntilMs === null ? 0 : Math.max(0, Math.round((restUntilMs - now) / 1000));
  const steadyS = steadyAtMs === null ? 0 : Math.max(0, Math.round((steadyAtMs - now) / 1000));
  const notBack = leftOver(state);
  const dirty = coils.filter((coil) => {
    const run = coilRunOf(state, coil.id);
    return run?.plan.verdict === 'wash' && run.plan.ending === 'rinse' && !isWashed(run);
  });
  const refused = step === 'power-on' ? noPowerYet(state, now) : null;
  const condense = coils.some((coil) => {
    const run = coilRunOf(state, coil.id);
    return run !== null && foamedSections(run).length > 0;
  });
  const condensedAtMs = condense ? condensateClock(up) : null;
  const condenseS = condensedAtMs === null ? 0 : Math.max(0, Math.round((condensedAtMs - now) / 1000));
  const pulledBy = [...new Set(Object.values(state.lockouts).flatMap((lockout) => lockout?.done.isolated?.by ?? []))];
  const other = pulledBy.filter((name) => name !== who);
  const waits = (step === 'called' && restS > 0) || (step === 'steady' && steadyS > 0);
  const take = (ok: boolean, why?: string): boolean => {
    if (!step) return false;
    const kept = record({ kind: 'power.step', data: { step, ok, ...(why ? { why } : {}) } });
    if (kept && step === 'steady') goTo(detail.visit.id, 'check');
    return kept;
  };
  const last = own('power-up');
  const bad = step ? POWER_TABLE[step].bad : null;
  return (
    <VisitScreen
      visitStep="wash"
      under="Power-up"
      page="power-up"
      foot={
        <ThumbBar means={waits ? null : (step ?? 'go on')} over={undoLine(last)}>
          <UndoButton page="power-up" wet testID="power-undo" />
          {bad && !waits ? <Companion title={bad} danger onPress={() => take(false)} wet testID="power-bad" /> : null}
          {step ? (
            <Act
              title={waits ? (step === 'called' ? 'It rests' : 'It runs in') : DONE_WORDS[step]}
              onPress={() => take(true)}
              disabled={waits || refused !== null}
              wet
              testID="power-act"
            />
          ) : (
            <Act
              title={condense ? 'Go to Wash' : 'Go to Check'}
              onPress={() => goTo(detail.visit.id, condense ? 'wash' : 'check')}
              wet
              testID="power-act"
            />
          )}
        </ThumbBar>
      }
    >
      {dirty.length > 0 && !closed ? (
        <Banner tone="wait">Sections are still to be washed. Power back shuts the gate: nothing may get wet after it.</Banner>
      ) : null}
      {up.failed ? (
        <HazardBox lead="Power off again.">
          {`${POWER_TABLE[up.failed.step].name}: found otherwise at ${wallClock(up.failed.at, 'h:mm')}. Isolate and prove dead in Wash before a hand goes in; put it right, then start again from here.`}
        </HazardBox>
      ) : null}
      {restS > 0 ? <Countdown words="the compressor rests" left={restS} of={HOLD_OFF_S} testID="rest-clock" /> : null}
      {steadyS > 0 && !up.done.steady ? (
        <Countdown words="until readings count" left={steadyS} of={up.runInS} testID="steady-clock" />
      ) : null}
      {condenseS > 0 ? (
        <Countdown words="condensate rinses the indoor coil" left={condenseS} of={CONDENSATE_RUN_S.least} testID="condensate-clock" />
      ) : null}
      {step === 'closed-up' && notBack.length > 0 ? (
        <Banner
          tone="stop"
          right={
            <LinkBox
              href={`/visits/${detail.visit.id}/takedown`}
              style={{ minHeight: target.usual, justifyContent: 'center', paddingHorizontal: space.m }}
            >
              <Strong>Takedown</Strong>
            </LinkBox>
          }
        >
          {`Not back yet: ${notBack.join('; ')}.`}
        </Banner>
      ) : null}
      {refused ? <Banner tone="stop">{refused}</Banner> : null}
      {step === 'called' && condense ? <Banner tone="info">{CONDENSATE_WORDS}</Banner> : null}
      {step === 'power-on' && other.length > 0 ? (
        <Banner tone="wait">{`${other.join(' and ')} opened the disconnect: whoever pulled the block puts it back.`}</Banner>
      ) : null}
      {step === 'power-on' ? (
        <HazardBox lead="It can start by itself.">
          Thermostat off, hands and hose clear of the fan, GFCI on anything mains-powered out here. A breaker that trips is investigated,
          not just reset.
        </HazardBox>
      ) : null}
      <Part first title={<Heading>Power back, in this order</Heading>} testID="power-steps">
        {powerStepsOf(up).map((id, index) => (
          <StepRow
            key={id}
            number={index + 1}
            here={id === step}
            name={powerStepName(id, up)}
            taken={up.done[id] ? <Small ink="inkSoft">{wallClock(up.done[id].at, 'h:mm')}</Small> : null}
          >
            {id === step ? <Small ink="inkSoft">{POWER_TABLE[id].help}</Small> : null}
            {up.done[id]?.why ? <Small ink="brick">{`Wait cut short: ${up.done[id]?.why}`}</Small> : null}
            {id === step && waits ? (
              <ReasonPart key={id} asked={id === 'called' ? REST_ASKED : STEADY_ASKED} leave={(why) => take(true, why)} />
            ) : null}
          </StepRow>
        ))}
      </Part>
      <Body ink="inkSoft">
        The maker’s own rest and run-in times outrank these. What needs the refrigerant circuit or the contactor opened is for the licensed.
      </Body>
    </VisitScreen>
  );
}

/** A clock that runs down, with how far it is as a bar. */
function Countdown({ words, left, of, testID }: { words: string; left: number; of: number; testID: string }) {
  const tokens = useTokens();
  return (
    <View role="timer" style={{ gap: space.xs }}>
      <Label ink="amberInk">{words}</Label>
      <Clock testID={testID}>{formatClock(left)}</Clock>
      <View style={{ height: 14, borderWidth: line.firm, borderColor: tokens.ink, backgroundColor: tokens.sheet }} aria-hidden>
        <View
          style={{ width: `${Math.min(100, Math.max(0, (1 - left / of) * 100))}%`, height: '100%', backgroundColor: tokens.amberFill }}
        />
      </View>
    </View>
  );
}
