import { formatDuration, visitTasks, type RunCoil, type RunSheet, type Task } from '@elm-mist/core';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Act, Banner, Body, Companion, Gauge, Heading, Label, OneOf, Part, Row, Small, space, ThumbBar, Waiting } from '@/ui';
import { useRunSheet } from '@/workers/useRunSheet';
import { draftPlans } from '../plan/PlanBead';
import { ROLE_NAMES } from '../shared/words';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { Timeline } from './Timeline';

const CREWS = [
  { value: 1, label: 'On your own' },
  { value: 2, label: 'With a helper' },
  { value: 3, label: 'Three' },
] as const;

/** The whole visit in the shortest order that keeps every dwell window, for one to three people. */
export function RunSheetScreen() {
  const visit = useVisit();
  const { state, detail } = visit;
  const [crew, setCrew] = useState<1 | 2 | 3>(state.story?.value.helper ? 2 : 1);
  const tasks = useMemo(
    () =>
      visitTasks(
        draftPlans(visit).flatMap(({ coil, plan: draft }): RunCoil[] => {
          const plan = visit.state.plans[coil.id]?.value ?? draft;
          return plan?.verdict === 'wash'
            ? [
                {
                  id: coil.id,
                  name: ROLE_NAMES[coil.role].replace(' coil', ''),
                  rows: coil.geometry.rows,
                  source: visit.source(coil),
                  plan,
                },
              ]
            : [];
        }),
      ),
    [visit],
  );
  return (
    <VisitScreen
      bead="plan"
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
          <OneOf label="Who is there" options={CREWS} value={crew} onChange={setCrew} />
          <Sheet tasks={tasks} crew={crew} />
        </>
      )}
    </VisitScreen>
  );
}

function Sheet({ tasks, crew }: { tasks: readonly Task[]; crew: number }) {
  const { sheet, none, done } = useRunSheet(tasks, crew);
  const nameOf = (id: string) => tasks.find((task) => task.id === id)?.name ?? id;
  if (none)
    return (
      <Banner tone="stop">
        {`${nameOf(none.clash[0])} and ${nameOf(none.clash[1]).toLowerCase()} cannot both be met: ${
          none.byWindows ? 'the window between them is shorter than what has to happen in it.' : 'there are too few hands for it.'
        } ${crew < 3 ? 'Take a helper, or a gentler product with a longer window.' : 'Take a gentler product with a longer window, or another hour.'}`}
      </Banner>
    );
  if (!sheet) return <Waiting what="the run sheet" lines={6} />;
  return <Found sheet={sheet} tasks={tasks} crew={crew} done={done} />;
}

function Found({ sheet, tasks, crew, done }: { sheet: RunSheet; tasks: readonly Task[]; crew: number; done: boolean }) {
  const rows = sheet.placed.flatMap((placed, i) => {
    const task = tasks.find((row) => row.id === placed.id);
    return task ? [{ placed, task, number: i + 1 }] : [];
  });
  const hands = tasks.filter((task) => task.handsOn).reduce((sum, task) => sum + task.seconds, 0);
  const idle = Math.max(0, sheet.endS * crew - hands);
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }} testID="run-sheet">
        <View>
          <Label ink="inkSoft">the visit takes</Label>
          <Gauge>{formatDuration(sheet.endS)}</Gauge>
        </View>
        <View>
          <Label ink="inkSoft">hands at work</Label>
          <Gauge>{formatDuration(hands)}</Gauge>
        </View>
        <View>
          <Label ink="inkSoft">hands waiting</Label>
          <Gauge>{formatDuration(idle)}</Gauge>
        </View>
      </View>
      <Small ink="inkSoft">
        {sheet.proven
          ? 'Proven: no order of these tasks is shorter.'
          : `${done ? 'The shortest found' : 'The shortest so far'}. No order can be under ${formatDuration(sheet.boundS)}.`}
      </Small>
      <Timeline rows={rows} crew={crew} endS={sheet.endS} />
      <Part title={<Heading>In this order</Heading>}>
        <View>
          {rows.map(({ placed, task, number }) => (
            <Row
              key={placed.id}
              label={`${number}  ${task.name}`}
              value={`${Math.floor(placed.startS / 60)} min${placed.person === null ? ', waits' : crew > 1 ? `, ${placed.person === 0 ? 'you' : placed.person === 1 ? 'helper' : 'third'}` : ''}`}
            />
          ))}
        </View>
        <Body ink="inkSoft">
          Minutes from the start. Usual times, common practice: the clocks in Wash decide, not this sheet. Nothing wet before the gate is
          open.
        </Body>
      </Part>
    </>
  );
}
