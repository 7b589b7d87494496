import { stepRow } from '@elm-mist/core/method';
import { CREWS, handsTime, laneName, lateRinseWords, noOrderWords, NOW_TASK, type RunSheet, type Task } from '@elm-mist/core/runsheet';
import { formatDuration } from '@elm-mist/core/units';
import { runStart } from '@elm-mist/core/visit';
import { View } from 'react-native';
import { useVisit, wallClock } from '@/data';
import { Act, Banner, Body, Companion, Gauge, Heading, Label, Meant, OneOf, Part, Row, Small, space, ThumbBar, Tick, Waiting } from '@/ui';
import { useRunSheet } from '@/workers/useRunSheet';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { Timeline } from './Timeline';
import { useLiveSheet, useOwnLane, useVisitTasks, type LiveSheet } from './useVisitRun';

const LONG_MS = 2500;
/** The sheet of the whole visit is only compared with, ms. */
const SHORT_MS = 300;
/** Less than this is neither early nor late, s. */
const ON_TIME_S = 60;

/** The rest of the visit in its shortest order: who does what and when, planned again as it goes. */
export function RunSheetScreen() {
  const { state, detail, crew, record } = useVisit();
  const tasks = useVisitTasks();
  return (
    <VisitScreen
      visitStep="plan"
      under="Run sheet"
      page="run-sheet"
      foot={
        <ThumbBar>
          <Companion title="Plan" onPress={() => goTo(detail.visit.id, 'plan')} />
          <Act title="Go to Wash" onPress={() => goTo(detail.visit.id, 'wash')} />
        </ThumbBar>
      }
    >
      {tasks.length === 0 ? (
        <NotYet>Nothing is to be washed yet: the run sheet is made from the plans of this visit. Grade a coil in Look first.</NotYet>
      ) : (
        <>
          <OneOf
            label="Who is there"
            options={CREWS}
            value={crew}
            onChange={(people) => {
              if (!state.closed && people !== crew) record({ kind: 'crew.changed', data: { people } });
            }}
          />
          <Sheet tasks={tasks} crew={crew} />
        </>
      )}
    </VisitScreen>
  );
}

function Sheet({ tasks, crew }: { tasks: readonly Task[]; crew: number }) {
  const live = useLiveSheet(tasks, crew, LONG_MS);
  const { left, thought, late } = live;
  if (left.length === 0) return <Banner tone="done">Everything on the sheet is done.</Banner>;
  const { sheet, none } = thought;
  if (none) return <Banner tone="stop">{noOrderWords(none, tasks, crew)}</Banner>;
  if (!sheet) return <Waiting what="the run sheet" lines={6} />;
  return (
    <>
      {late ? <Banner tone="stop">{lateRinseWords(crew)}</Banner> : null}
      <Found sheet={sheet} tasks={tasks} crew={crew} live={live} />
    </>
  );
}

function Found({ sheet, tasks, crew, live }: { sheet: RunSheet; tasks: readonly Task[]; crew: number; live: LiveSheet }) {
  const { state, record } = useVisit();
  const { left, thought, atMs } = live;
  const lane = useOwnLane();
  const begun = left.length - 1 < tasks.length;
  const rows = sheet.placed
    .filter((placed) => placed.id !== NOW_TASK)
    .flatMap((placed) => {
      const task = left.find((row) => row.id === placed.id);
      return task ? [{ placed, task }] : [];
    })
    .map((row, i) => ({ ...row, number: i + 1 }));
  const { atWorkS, waitingS } = handsTime(left, sheet.endS, crew);
  const learned = left.filter((task) => task.learnedFrom !== undefined).length;
  // The first task of this phone's own lane that is ticked off by hand.
  const own = rows.find(
    ({ placed, task }) => placed.person === lane && task.what?.is === 'step' && stepRow(task.what.stepId).doneWhen === 'ticked',
  );
  const ownBegun = own ? state.tasks[own.task.id]?.begunAt : undefined;
  const at = (seconds: number) => (begun ? wallClock(atMs + seconds * 1000, 'h:mm') : `${Math.floor(seconds / 60)} min`);
  const takes = (seconds: number) => formatDuration(seconds < 60 ? seconds : Math.round(seconds / 60) * 60);
  const whose = (person: number | null) => (person === null ? ', waits' : crew > 1 ? `, ${laneName(person, lane)}` : '');
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }} testID="run-sheet">
        <View>
          <Label ink="inkSoft">{begun ? 'still takes' : 'the visit takes'}</Label>
          <Gauge>{formatDuration(sheet.endS)}</Gauge>
        </View>
        {begun ? (
          <View>
            <Label ink="inkSoft">done at</Label>
            <Gauge>{wallClock(atMs + sheet.endS * 1000, 'h:mm')}</Gauge>
          </View>
        ) : null}
        <View>
          <Label ink="inkSoft">hands at work</Label>
          <Gauge>{formatDuration(atWorkS)}</Gauge>
        </View>
        <View>
          <Label ink="inkSoft">hands waiting</Label>
          <Gauge>{formatDuration(waitingS)}</Gauge>
        </View>
      </View>
      <Small ink="inkSoft">
        {sheet.proven
          ? 'Proven: no order of these tasks is shorter.'
          : `${thought.done ? 'The shortest found' : 'The shortest so far'}. No order can be under ${formatDuration(sheet.boundS)}.`}
      </Small>
      {begun ? <EarlyOrLate tasks={tasks} crew={crew} endMs={atMs + sheet.endS * 1000} /> : null}
      {own && begun && !state.closed ? (
        <Part title={<Heading>Your next</Heading>}>
          <Meant means={own.task.id}>
            <Tick
              label={own.task.name}
              help={ownBegun ? `Begun at ${wallClock(ownBegun, 'h:mm')}. Tick it when it is done.` : 'Tick it when it is done.'}
              value={false}
              onChange={() => void record({ kind: 'task.done', data: { taskId: own.task.id } })}
              testID="own-task"
            />
            {ownBegun ? null : (
              <Companion
                title="Begin it now"
                onPress={() => record({ kind: 'task.begun', data: { taskId: own.task.id } })}
                testID="own-begin"
              />
            )}
          </Meant>
        </Part>
      ) : null}
      <Timeline rows={rows} crew={crew} endS={sheet.endS} startMs={begun ? atMs : null} />
      <Part title={<Heading>In this order</Heading>}>
        <View testID="run-order">
          <Row label="Task" value={`${begun ? 'begins at, time of day' : 'begins, from the start'} · takes`} />
          {rows.map(({ placed, task, number }) => (
            <Row
              key={placed.id}
              label={`${number}  ${task.name}`}
              value={`${at(placed.startS)} · ${takes(placed.endS - placed.startS)}${whose(placed.person)}`}
            />
          ))}
        </View>
        <Body ink="inkSoft">
          {`${begun ? 'Planned anew at every entry. ' : ''}${
            learned > 0
              ? `The times of ${learned} of them are from your own past runs, the others usual ones, common practice`
              : 'Usual times, common practice'
          }: the clocks in Wash decide, not this sheet. Nothing wet before the gate is open; power is given back by whoever took it.`}
        </Body>
      </Part>
    </>
  );
}

/** How the run stands against the sheet it began with. */
function EarlyOrLate({ tasks, crew, endMs }: { tasks: readonly Task[]; crew: number; endMs: number }) {
  const { state } = useVisit();
  const { sheet } = useRunSheet(tasks, crew, SHORT_MS);
  const startedAt = runStart(state);
  if (startedAt === null) return null;
  // Its line is there before it is known: what stands below is pressed.
  if (!sheet) return <Small ink="inkSoft">{'\u00a0'}</Small>;
  const lateS = Math.round((endMs - (startedAt + sheet.endS * 1000)) / 1000);
  const minutes = formatDuration(Math.round(Math.abs(lateS) / 60) * 60);
  return (
    <Small ink="inkSoft">
      {Math.abs(lateS) < ON_TIME_S
        ? `On time: it was to take ${formatDuration(sheet.endS)}.`
        : `${minutes} ${lateS > 0 ? 'later' : 'earlier'} than the ${formatDuration(sheet.endS)} it was to take from the first step.`}
    </Small>
  );
}
