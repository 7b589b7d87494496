import { useNow, useVisit, wallClock } from '@/data';
import { Act, Banner, Body, HazardBox, SectionStrip, Sign, Small, SoakBar, space, Tabs, ThumbBar } from '@/ui';
import { coilName } from '@elm-mist/core/equipment';
import { MIX_STANDING_WORDS, waterPosition } from '@elm-mist/core/mix';
import {
  coilMix,
  isWashed,
  leftOver,
  lockedOutAt,
  lockoutOf,
  lockoutToTake,
  needsFoam,
  nextAction,
  progressOf,
  provenDead,
  sectionClock,
  type NextAction,
  type SectionWord,
} from '@elm-mist/core/run';
import { cautionsNow, labelLines, nowWords } from '@elm-mist/core/visit';
import { View } from 'react-native';
import { useLiveSheet, useVisitTasks } from '../runsheet/useVisitRun';
import { UndoButton, undoLine } from '../visit/Undo';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { NowPart, WashLinks } from './NowPart';
import { PanPart } from './PanPart';
import { PowerBack } from './PowerBack';
import { RegradePart } from './RegradePart';
import { RunOffPart } from './RunOffPart';
import { TasksPart } from './TasksPart';
import { useCheck } from './useCheck';
import { useLockout } from './useLockout';
import { useMeanwhile } from './useMeanwhile';
import { useWashAct } from './useWashAct';
import { stepsBefore, type WashJob } from './washTasks';

/** The order for a wait is wanted at once; a better one is for the run sheet itself, ms. */
const THINK_MS = 250;
/** Words of a section that wants hands. */
const DUE: readonly SectionWord[] = ['mist now', 'rinse now', 'too long', 'look now'];
/** Actions that go on with the power back. */
const POWERED: readonly NextAction['kind'][] = ['condense', 'look', 'done'];
/** One coil of the wash: its gate, its clocks, and what is done next. */
export function WashJobScreen({ job, jobs, pick }: { job: WashJob; jobs: readonly WashJob[]; pick: (coilId: string) => void }) {
  const visit = useVisit();
  const { state, detail, shelf } = visit;
  const { coil, run } = job;
  const { plan } = run;
  const source = visit.source(coil);
  const closed = state.closed !== null;
  const now = useNow(!closed);
  const clocks = run.sections.map((section) => sectionClock(run, section, now));
  const action = nextAction(run, now);
  // Once power is back the gate has done its work, until something has to get wet again.
  const powered = state.powerUp.done['power-on'] !== undefined;
  const open = provenDead(state, detail.system.configuration, source) || (powered && POWERED.includes(action.kind));
  // A head alone in a visit is fed through the outdoor unit: that disconnect comes first, on this page.
  const lockout = useLockout(lockoutToTake(state, detail.system.configuration, source));
  const cleaner = shelf.find((row) => row.id === plan.cleanerId);
  const applicatorId = state.mixes[coil.id]?.at(-1)?.value.applicatorId;
  const dial = visit.applicators.find((row) => row.id === applicatorId)?.dial ?? [];
  const words = nowWords(action, run, now, waterPosition(dial)?.mark ?? null);
  const check = useCheck(coil.id, action.kind === 'check' ? action.section : null);
  const otherDue = jobs.find(
    (row) => row !== job && row.run.sections.some((section) => DUE.includes(sectionClock(row.run, section, now).word)),
  );
  const standing = coilMix(state, coil.id);
  const mixTrouble = action.kind === 'apply' && standing !== 'ready' ? MIX_STANDING_WORDS[standing] : null;

  const waitS = action.kind === 'wait' && open && !closed ? action.seconds : null;
  const live = useLiveSheet(useVisitTasks(), visit.crew, THINK_MS, waitS !== null);
  const { left } = live;
  const meanwhile = useMeanwhile(live, coil.id, waitS);
  const ownSteps = left.filter((task) => task.handsOn && task.what?.is === 'step' && task.what.coilId === coil.id);
  const beforeWater = stepsBefore(left, ownSteps, coil.id);
  const afterWash = action.kind === 'done' || action.kind === 'close-up' ? ownSteps : [];

  const { title, act, companion } = useWashAct({ job, jobs, pick, action, words, meanwhile });
  const { steps, circuits } = lockoutOf(state, detail.system.configuration, source);
  const openedAt = lockedOutAt(state.lockouts[source], steps, circuits);
  // What a press would enter: a clock that comes due, or another phone, changes it with no hand here.
  const doing = [action.kind, 'section' in action ? action.section.id : '', meanwhile?.task.id ?? '', mixTrouble ? 'mix' : ''];
  const idle = closed || (action.kind === 'wait' && !meanwhile && !companion);
  const foot = (
    <ThumbBar means={!open ? lockout.step : idle ? null : [coil.id, ...doing].join(' ')} over={undoLine(visit.own('wash'))}>
      <UndoButton page="wash" wet testID="undo" />
      {!open ? (
        lockout.buttons
      ) : action.kind === 'check' && !closed ? (
        check.buttons
      ) : (
        <>
          {companion}
          <Act
            title={mixTrouble ? 'Go to Mix' : title}
            onPress={() => (mixTrouble ? goTo(detail.visit.id, 'mix') : act())}
            disabled={(action.kind === 'wait' && !meanwhile) || (closed && action.kind !== 'done')}
            wet
            testID="wash-act"
          />
        </>
      )}
    </ThumbBar>
  );
  const hazards = cautionsNow(plan, open ? action.kind : null).map((caution) => (
    <HazardBox key={caution.lead} lead={caution.lead}>
      {caution.text}
    </HazardBox>
  ));
  const foaming = action.kind === 'apply' ? labelLines(cleaner?.handling, 'apply') : [];
  return (
    <VisitScreen
      visitStep="wash"
      page={`${coil.id} ${open ? 'open' : 'shut'}`}
      under={openedAt ? `Gate open since ${wallClock(openedAt, 'h:mm')} · block in your pocket` : coilName(coil)}
      foot={foot}
    >
      <Tabs
        label="Coils"
        value={coil.id}
        onChange={pick}
        options={jobs.map((row) => ({
          value: row.coil.id,
          label: coilName(row.coil),
          ...(isWashed(row.run) ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {otherDue ? <Banner tone="wait">{`${coilName(otherDue.coil)}: a section is due.`}</Banner> : null}
      {plan.verdict === 'wash' ? null : (
        <Banner tone="stop">{`The plan is now: ${plan.stop?.title ?? 'no wash'}. Foam is on all the same: rinse it off, then leave the coil.`}</Banner>
      )}
      {open ? (
        <View style={{ gap: space.m }}>
          <SectionStrip
            sections={run.sections.map((section, i) => ({ ...section, word: clocks[i]?.word ?? 'waits' }))}
            current={'section' in action ? action.section.id : null}
          />
          {clocks.map((clock, i) =>
            clock.soakedS === null ? null : <SoakBar key={clock.sectionId} number={run.sections[i]?.number ?? 0} clock={clock} />,
          )}
          <NowPart coilId={coil.id} action={action} words={words} meanwhile={meanwhile} now={now}>
            {check.card}
            {mixTrouble ? <Banner tone={standing === 'none' ? 'wait' : 'stop'}>{mixTrouble}</Banner> : null}
            {foaming.map((line) => (
              <Body key={line}>{line}</Body>
            ))}
          </NowPart>
          {hazards}
          <TasksPart title="Before any water" tasks={beforeWater} />
          <RegradePart coil={coil} />
          <TasksPart title="Left to do here" tasks={afterWash} />
          {closed || clocks.every((clock) => clock.soakedS === null) ? null : <RunOffPart plan={plan} />}
          {coil.role === 'evaporator' ? <PanPart plan={plan} /> : null}
          {run.sections.some((section) => needsFoam(plan, progressOf(run, section.id))) && action.kind !== 'done' ? (
            <Small ink="inkSoft">Stop rule: soil mostly out and light through everywhere beats a perfect-looking patch.</Small>
          ) : null}
          <WashLinks visitId={detail.visit.id} notBack={leftOver(state).length} />
          {closed || powered ? null : <PowerBack source={source} />}
        </View>
      ) : (
        <View style={{ gap: space.m }}>
          {clocks.map((clock, i) =>
            clock.soakedS === null ? null : <SoakBar key={clock.sectionId} number={run.sections[i]?.number ?? 0} clock={clock} />,
          )}
          {hazards}
          {lockout.card}
        </View>
      )}
    </VisitScreen>
  );
}
