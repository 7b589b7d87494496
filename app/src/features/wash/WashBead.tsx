import type { CoilRecord } from '@elm-mist/contract';
import {
  formatDuration,
  freshSection,
  gateOpenedAt,
  gateStepsFor,
  isGateOpen,
  isWashed,
  needsFoam,
  nextAction,
  refitOrder,
  sectionClock,
  wiresOpen,
  type CautionStep,
  type CoilPlan,
  type NextAction,
  type PowerSource,
  type Task,
} from '@elm-mist/core';
import { format, parseISO } from 'date-fns';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { useNow, useVisit } from '@/data';
import {
  Act,
  Banner,
  Big,
  Body,
  Companion,
  HazardBox,
  Label,
  LinkRow,
  Part,
  SectionStrip,
  Sign,
  Small,
  SoakBar,
  space,
  Strong,
  Tabs,
  ThumbBar,
} from '@/ui';
import { useLiveSheet, useVisitTasks } from '../runsheet/useVisitRun';
import { ROLE_NAMES } from '../shared/words';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { PanPart } from './PanPart';
import { plainName, TasksPart } from './TasksPart';
import { useCheck } from './useCheck';
import { useGate } from './useGate';
import { useMeanwhile } from './useMeanwhile';
import { nowWords } from './washWords';

interface WashJob {
  coil: CoilRecord;
  plan: CoilPlan;
}

export function WashBead() {
  const { state, coils, detail } = useVisit();
  const jobs = coils.flatMap((coil): WashJob[] => {
    const plan = state.plans[coil.id]?.value;
    return plan?.verdict === 'wash' ? [{ coil, plan }] : [];
  });
  const washed = (job: WashJob) => isWashed(job.plan, state.sections[job.coil.id] ?? {});
  const [coilId, setCoilId] = useState(jobs.find((job) => !washed(job))?.coil.id ?? jobs[0]?.coil.id ?? '');
  const job = jobs.find((row) => row.coil.id === coilId) ?? jobs[0];
  if (!job) {
    const planned = coils.length > 0 && coils.every((coil) => state.plans[coil.id]);
    return (
      <VisitScreen
        bead="wash"
        foot={
          <ThumbBar>
            <Act
              title={planned || coils.length === 0 ? 'Go to Close' : 'Go to Plan'}
              onPress={() => goTo(detail.visit.id, planned || coils.length === 0 ? 'close' : 'plan')}
            />
          </ThumbBar>
        }
      >
        <NotYet>
          {planned || coils.length === 0
            ? 'Nothing is to be washed on this visit.'
            : 'Make the plan first: it says what is washed, and in what sections.'}
        </NotYet>
      </VisitScreen>
    );
  }
  return <WashJobScreen key={job.coil.id} job={job} jobs={jobs} pick={setCoilId} washed={washed} />;
}

/** Entries of Wash that its undo takes back. */
const UNDOABLE = ['coil.', 'section.', 'gate.', 'power.restored', 'task.', 'pan.', 'drain.', 'float.'];
/** The order for a wait is wanted at once; a better one is for the run sheet itself, ms. */
const THINK_MS = 250;

/** Which cautions bite at which action. */
const CAUTION_STEPS: Record<NextAction['kind'], readonly CautionStep[]> = {
  'wet-coil': ['open', 'dry-lift'],
  apply: ['apply'],
  mist: [],
  rinse: ['rinse'],
  check: [],
  wait: [],
  done: ['close'],
};

const powerUpOf = (visitId: string) => router.navigate(`/visits/${visitId}/power-up`);

function WashJobScreen({
  job,
  jobs,
  pick,
  washed,
}: {
  job: WashJob;
  jobs: readonly WashJob[];
  pick: (coilId: string) => void;
  washed: (job: WashJob) => boolean;
}) {
  const visit = useVisit();
  const { state, record, undo, detail } = visit;
  const { coil, plan } = job;
  const source = visit.source(coil);
  const order = gateStepsFor(detail.system.configuration);
  const closed = state.closed !== null;
  // Once power is back after the wash, the gate has done its work.
  const powered = state.powerUp.done['power-on'] !== undefined;
  const open = isGateOpen(state.gates[source], order) || (powered && washed(job));
  const gate = useGate(source);
  const progress = state.sections[coil.id] ?? {};
  const now = useNow(!closed);
  const clocks = plan.sections.map((section) => sectionClock(plan, section.id, progress[section.id] ?? freshSection(), now));
  const action = nextAction(plan, coil.geometry.rows, progress, now);
  const words = nowWords(action, plan, progress, clocks);
  const check = useCheck(coil.id, action.kind === 'check' ? action.section : null);
  const otherDue = jobs.find(
    (row) =>
      row !== job &&
      row.plan.sections.some((section) =>
        ['mist now', 'rinse now', 'too long'].includes(
          sectionClock(row.plan, section.id, state.sections[row.coil.id]?.[section.id] ?? freshSection(), now).word,
        ),
      ),
  );
  const next = jobs.find((row) => row !== job && !washed(row));
  const mixMissing = action.kind === 'apply' && !state.mixes[coil.id];

  const waitS = action.kind === 'wait' && open && !closed ? action.seconds : null;
  const live = useLiveSheet(useVisitTasks(), visit.crew, THINK_MS, waitS !== null);
  const { left } = live;
  const meanwhile = useMeanwhile(live, coil.id, waitS);
  const ownSteps = left.filter((task) => task.handsOn && task.what?.is === 'step' && task.what.coilId === coil.id);
  const beforeWater = stepsBefore(left, ownSteps, coil.id);
  const afterWash = action.kind === 'done' ? ownSteps : [];

  const act = () => {
    const where = 'section' in action ? { coilId: coil.id, sectionId: action.section.id } : null;
    switch (action.kind) {
      case 'done':
        if (next) pick(next.coil.id);
        else powerUpOf(detail.visit.id);
        return;
      case 'wet-coil':
        record({ kind: 'coil.wetted', data: { coilId: coil.id } });
        return;
      case 'wait':
        if (meanwhile) takeUp(meanwhile.task);
        return;
      case 'check':
        return;
      default:
        if (where)
          record({
            kind: ({ apply: 'section.applied', mist: 'section.misted', rinse: 'section.rinsed' } as const)[action.kind],
            data: where,
          });
    }
  };
  /** A step is ticked off here; what has clocks or a gate of its own is done on its own coil's page. */
  const takeUp = (task: Task) => {
    const page = taskPage(task, jobs, visit.source);
    if (page) pick(page);
    else record({ kind: 'task.done', data: { taskId: task.id } });
  };
  const rinseEarly = () => {
    if (action.kind === 'wait') record({ kind: 'section.rinsed', data: { coilId: coil.id, sectionId: action.section.id } });
  };
  const goesTo = meanwhile ? taskPage(meanwhile.task, jobs, visit.source) : null;
  const ownTask = meanwhile?.task.what?.is === 'step' && meanwhile.task.what.coilId === coil.id;
  const button =
    action.kind === 'done'
      ? next
        ? `Go to the ${ROLE_NAMES[next.coil.role].toLowerCase()}`
        : 'Go to power-up'
      : action.kind === 'wait'
        ? meanwhile
          ? goesTo
            ? `Go to the ${ROLE_NAMES[jobs.find((row) => row.coil.id === goesTo)?.coil.role ?? coil.role].toLowerCase()}`
            : 'It is done'
          : 'Foam soaks'
        : (words.button ?? '');
  const undoable = !closed && UNDOABLE.some((start) => visit.own?.kind.startsWith(start));
  const off = refitOrder(state.parts).length;
  const loose = wiresOpen(state.wires).length;
  const takedownWords =
    off + loose > 0
      ? `${off} ${off === 1 ? 'part' : 'parts'} off, ${loose} ${loose === 1 ? 'wire' : 'wires'} open`
      : 'What came off, which wire was where';
  const openedAt = gateOpenedAt(state.gates[source], order);
  const foot = (
    <ThumbBar>
      <Companion title="Undo" onPress={() => undo()} disabled={!undoable} wet testID="undo" />
      {!open ? (
        gate.buttons
      ) : action.kind === 'check' && !closed ? (
        check.buttons
      ) : (
        <>
          {action.kind === 'wait' ? <Companion title="Rinse early" onPress={() => rinseEarly()} wet disabled={closed} /> : null}
          <Act
            title={mixMissing ? 'Go to Mix' : button}
            onPress={() => (mixMissing ? goTo(detail.visit.id, 'mix') : act())}
            disabled={(action.kind === 'wait' && !meanwhile) || (closed && action.kind !== 'done')}
            wet
            testID="wash-act"
          />
        </>
      )}
    </ThumbBar>
  );
  const cautions = plan.cautions.filter((caution) => (open ? CAUTION_STEPS[action.kind] : ['gate']).includes(caution.step));
  const hazards = cautions.map((caution) => (
    <HazardBox key={caution.lead} lead={caution.lead}>
      {caution.text}
    </HazardBox>
  ));
  return (
    <VisitScreen
      bead="wash"
      page={`${coil.id} ${open ? 'open' : 'shut'}`}
      under={openedAt ? `Gate open since ${format(parseISO(openedAt), 'h:mm')} · block in your pocket` : ROLE_NAMES[coil.role]}
      foot={foot}
    >
      <Tabs
        label="Coils"
        value={coil.id}
        onChange={pick}
        options={jobs.map((row) => ({
          value: row.coil.id,
          label: ROLE_NAMES[row.coil.role],
          ...(washed(row) ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {otherDue ? <Banner tone="wait">{`${ROLE_NAMES[otherDue.coil.role]}: a section is due.`}</Banner> : null}
      {open ? (
        <View style={{ gap: space.m }}>
          <SectionStrip
            sections={plan.sections.map((section, i) => ({ ...section, word: clocks[i]?.word ?? 'waits' }))}
            current={'section' in action ? action.section.id : null}
          />
          {clocks.map((clock, i) =>
            clock.soakedS === null ? null : <SoakBar key={clock.sectionId} number={plan.sections[i]?.number ?? 0} clock={clock} />,
          )}
          <Part testID="now">
            <Label ink="inkSoft">{meanwhile ? 'NOW, WHILE IT SOAKS' : 'NOW'}</Label>
            <Big>{meanwhile ? (ownTask ? plainName(meanwhile.task) : meanwhile.task.name) : words.title}</Big>
            {meanwhile && action.kind === 'wait' ? (
              <Body>
                <Strong>{`Drop it by ${format(now + meanwhile.dropByS * 1000, 'h:mm:ss')}: `}</Strong>
                {`section ${action.section.number} is due then. ${
                  meanwhile.fits
                    ? `It takes about ${formatDuration(Math.max(60, meanwhile.task.seconds))}, so it will be done.`
                    : `It takes about ${formatDuration(meanwhile.task.seconds)}, longer than the wait: go on with it after the rinse.`
                }`}
              </Body>
            ) : (
              <Body ink="inkSoft">{words.text}</Body>
            )}
            {check.card}
            {mixMissing ? <Banner tone="wait">The cleaner is not mixed yet.</Banner> : null}
          </Part>
          {hazards}
          <TasksPart title="Before any water" tasks={beforeWater} />
          <TasksPart title="Left to do here" tasks={afterWash} />
          {coil.role === 'evaporator' ? <PanPart plan={plan} /> : null}
          {plan.sections.some((section) => needsFoam(plan, progress[section.id] ?? freshSection())) && action.kind !== 'done' ? (
            <Small ink="inkSoft">Stop rule: soil mostly out and light through everywhere beats a perfect-looking patch.</Small>
          ) : null}
          <View>
            <LinkRow title="Takedown and wires" under={takedownWords} href={`/visits/${detail.visit.id}/takedown`} testID="to-takedown" />
            <LinkRow
              title="Run sheet"
              under="What comes next, and who does it"
              href={`/visits/${detail.visit.id}/run-sheet`}
              testID="wash-to-run-sheet"
            />
          </View>
          {closed || powered ? null : <PowerBack source={source} />}
        </View>
      ) : (
        <View style={{ gap: space.m }}>
          {hazards}
          {gate.card}
        </View>
      )}
    </VisitScreen>
  );
}

/** Steps that have to be done before this coil gets wet: those that its first wetting follows, near or far. */
function stepsBefore(left: readonly Task[], steps: readonly Task[], coilId: string): Task[] {
  const wet = left.find(
    (task) => task.what && ['wet', 'rinse-all'].includes(task.what.is) && 'coilId' in task.what && task.what.coilId === coilId,
  );
  if (!wet) return [];
  const before = new Set<string>();
  const queue = [wet];
  for (let task = queue.pop(); task; task = queue.pop())
    for (const { id } of task.after) {
      const earlier = left.find((row) => row.id === id);
      if (earlier && !before.has(id)) {
        before.add(id);
        queue.push(earlier);
      }
    }
  return steps.filter((step) => before.has(step.id));
}

/** The coil on whose page a task has its gate or its clocks; null for a step, which is only ticked off. */
function taskPage(task: Task, jobs: readonly WashJob[], sourceOf: (coil: CoilRecord) => PowerSource): string | null {
  const { what } = task;
  if (!what || what.is === 'step') return null;
  if (what.is === 'gate') return jobs.find((row) => sourceOf(row.coil) === what.source)?.coil.id ?? null;
  return what.coilId;
}

/** Reporting power back shuts the gate; asked twice, since it stops the work. */
function PowerBack({ source }: { source: PowerSource }) {
  const { record } = useVisit();
  const [asked, setAsked] = useState(false);
  if (!asked) return <Companion title="Report power back on" onPress={() => setAsked(true)} />;
  return (
    <View style={{ gap: space.s }}>
      <HazardBox lead="Power back shuts the gate.">Nothing may be wetted again before it is isolated and proven dead once more.</HazardBox>
      <Companion title="Power is back on" danger onPress={() => record({ kind: 'power.restored', data: { source } })} />
    </View>
  );
}
