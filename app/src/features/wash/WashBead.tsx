import type { CoilRecord } from '@elm-mist/contract';
import {
  freshSection,
  gateStepsFor,
  isGateOpen,
  isWashed,
  needsFoam,
  nextAction,
  refitOrder,
  sectionClock,
  wiresOpen,
  type CoilPlan,
  type PowerSource,
} from '@elm-mist/core';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { View } from 'react-native';
import { useNow, useVisit, type Entry } from '@/data';
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
  Row,
  SectionStrip,
  Sign,
  Small,
  SoakBar,
  space,
  Tabs,
  ThumbBar,
} from '@/ui';
import { ROLE_NAMES } from '../shared/words';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { useGate } from './useGate';
import { nowWords, WHILE_IT_SOAKS } from './washWords';

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
  const open = isGateOpen(state.gates[source], order);
  const gate = useGate(source);
  const progress = state.sections[coil.id] ?? {};
  const closed = state.closed !== null;
  const now = useNow(!closed);
  const clocks = plan.sections.map((section) => sectionClock(plan, section.id, progress[section.id] ?? freshSection(), now));
  const action = nextAction(plan, coil.geometry.rows, progress, now);
  const words = nowWords(action, plan, progress, clocks);
  const otherDue = jobs.find(
    (row) =>
      row !== job &&
      row.plan.sections.some((section) =>
        ['rinse now', 'too long'].includes(
          sectionClock(row.plan, section.id, state.sections[row.coil.id]?.[section.id] ?? freshSection(), now).word,
        ),
      ),
  );
  const next = jobs.find((row) => row !== job && !washed(row));
  const mixMissing = action.kind === 'apply' && !state.mixes[coil.id];

  const entryFor = (): Entry | null => {
    switch (action.kind) {
      case 'wet-coil':
        return { kind: 'coil.wetted', data: { coilId: coil.id } };
      case 'apply':
        return { kind: 'section.applied', data: { coilId: coil.id, sectionId: action.section.id } };
      case 'rinse':
        return { kind: 'section.rinsed', data: { coilId: coil.id, sectionId: action.section.id } };
      case 'check':
        return { kind: 'section.checked', data: { coilId: coil.id, sectionId: action.section.id, clear: true } };
      default:
        return null;
    }
  };
  const act = () => {
    if (action.kind === 'done') {
      if (next) pick(next.coil.id);
      else goTo(detail.visit.id, 'check');
      return;
    }
    const entry = entryFor();
    if (entry) record(entry);
  };
  const dirty = () => {
    if (action.kind === 'check') record({ kind: 'section.checked', data: { coilId: coil.id, sectionId: action.section.id, clear: false } });
  };
  const rinseEarly = () => {
    if (action.kind === 'wait') record({ kind: 'section.rinsed', data: { coilId: coil.id, sectionId: action.section.id } });
  };
  const button =
    action.kind === 'done'
      ? next
        ? `Go to the ${ROLE_NAMES[next.coil.role].toLowerCase()}`
        : 'Go to Check'
      : action.kind === 'wait'
        ? 'Foam soaks'
        : (words.button ?? '');
  const undoable =
    state.lastUndoable &&
    ['coil.wetted', 'section.applied', 'section.rinsed', 'section.checked', 'gate.step', 'power.restored'].includes(
      state.lastUndoable.kind,
    ) &&
    !closed;
  const off = refitOrder(state.parts).length;
  const loose = wiresOpen(state.wires).length;
  const takedownWords =
    off + loose > 0
      ? `${off} ${off === 1 ? 'part' : 'parts'} off, ${loose} ${loose === 1 ? 'wire' : 'wires'} open`
      : 'What came off, which wire was where';
  const isolated = state.gates[source]?.done['meter-proved-again'];
  const foot = open ? (
    <ThumbBar>
      <Companion title="Undo" onPress={() => undo()} disabled={!undoable} wet testID="undo" />
      {action.kind === 'check' ? <Companion title="Still dark" onPress={() => dirty()} wet testID="still-dark" /> : null}
      {action.kind === 'wait' ? <Companion title="Rinse early" onPress={() => rinseEarly()} wet disabled={closed} /> : null}
      <Act
        title={mixMissing ? 'Go to Mix' : button}
        onPress={() => (mixMissing ? goTo(detail.visit.id, 'mix') : act())}
        disabled={action.kind === 'wait' || (closed && action.kind !== 'done')}
        wet
        testID="wash-act"
      />
    </ThumbBar>
  ) : (
    <ThumbBar>
      <Companion title="Undo" onPress={() => undo()} disabled={!undoable} wet testID="undo" />
      {gate.buttons}
    </ThumbBar>
  );
  return (
    <VisitScreen
      bead="wash"
      page={`${coil.id} ${open ? 'open' : 'shut'}`}
      under={open && isolated ? `Proven dead ${format(parseISO(isolated.at), 'h:mm')} · block in your pocket` : ROLE_NAMES[coil.role]}
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
      {otherDue ? <Banner tone="wait">{`${ROLE_NAMES[otherDue.coil.role]}: a section is ready to rinse.`}</Banner> : null}
      {open ? null : (
        <View style={{ gap: space.m }}>
          {plan.cautions
            .filter((caution) => caution.step === 'gate')
            .map((caution) => (
              <HazardBox key={caution.lead} lead={caution.lead}>
                {caution.text}
              </HazardBox>
            ))}
          {gate.card}
        </View>
      )}
      {open ? (
        <View style={{ gap: space.m }}>
          <SectionStrip
            sections={plan.sections.map((section, i) => ({ ...section, word: clocks[i]?.word ?? 'waits' }))}
            current={'section' in action ? action.section.id : null}
          />
          {clocks.map((clock, i) =>
            clock.soakedS === null ? null : <SoakBar key={clock.sectionId} number={plan.sections[i]?.number ?? 0} clock={clock} />,
          )}
          <Part>
            <Label ink="inkSoft">NOW</Label>
            <Big>{words.title}</Big>
            <Body ink="inkSoft">{words.text}</Body>
            {mixMissing ? <Banner tone="wait">The cleaner is not mixed yet.</Banner> : null}
          </Part>
          {action.kind === 'wait' ? (
            <Part title={<Label ink="inkSoft">WHILE IT SOAKS</Label>}>
              <View>
                {WHILE_IT_SOAKS[coil.role].map(([what, time]) => (
                  <Row key={what} label={what} value={time} />
                ))}
              </View>
            </Part>
          ) : null}
          {plan.cautions
            .filter((caution) =>
              action.kind === 'apply'
                ? caution.step === 'apply'
                : action.kind === 'rinse'
                  ? caution.step === 'rinse'
                  : action.kind === 'done'
                    ? caution.step === 'close'
                    : action.kind === 'wet-coil'
                      ? ['open', 'dry-lift'].includes(caution.step)
                      : false,
            )
            .map((caution) => (
              <HazardBox key={caution.lead} lead={caution.lead}>
                {caution.text}
              </HazardBox>
            ))}
          {plan.sections.some((section) => needsFoam(plan, progress[section.id] ?? freshSection())) ? (
            <Small ink="inkSoft">Stop rule: soil mostly out and light through everywhere beats a perfect-looking patch.</Small>
          ) : null}
          <LinkRow title="Takedown and wires" under={takedownWords} href={`/visits/${detail.visit.id}/takedown`} testID="to-takedown" />
          {closed ? null : <PowerBack source={source} />}
        </View>
      ) : null}
    </VisitScreen>
  );
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
