import { useVisit } from '@/data';
import { Companion } from '@/ui';
import { coilName } from '@elm-mist/core/equipment';
import type { NextAction } from '@elm-mist/core/run';
import { isWashed } from '@elm-mist/core/run';
import type { Task } from '@elm-mist/core/runsheet';
import type { nowWords } from '@elm-mist/core/visit';
import { router } from 'expo-router';
import type { useMeanwhile } from './useMeanwhile';
import { type WashJob, taskPage } from './washTasks';

const ENTRIES = { apply: 'section.applied', mist: 'section.misted', rinse: 'section.rinsed' } as const;

const powerUpOf = (visitId: string) => router.navigate(`/visits/${visitId}/power-up`);

interface Asked {
  job: WashJob;
  jobs: readonly WashJob[];
  pick: (coilId: string) => void;
  action: NextAction;
  words: ReturnType<typeof nowWords>;
  meanwhile: ReturnType<typeof useMeanwhile>;
}

/** The button of the wash: what it is called, what a press enters or opens, and what stands beside it. */
export function useWashAct({ job, jobs, pick, action, words, meanwhile }: Asked) {
  const visit = useVisit();
  const { state, record, detail } = visit;
  const { coil, run } = job;
  const { plan } = run;
  const closed = state.closed !== null;
  const next = jobs.find((row) => row !== job && !isWashed(row.run));

  /** A step is ticked off here; what has clocks or a gate of its own is done on its own coil's page. */
  const takeUp = (task: Task) => {
    const page = taskPage(task, jobs, visit.source);
    if (page) pick(page);
    else record({ kind: 'task.done', data: { taskId: task.id } });
  };
  const act = () => {
    switch (action.kind) {
      case 'done':
        if (next) pick(next.coil.id);
        else powerUpOf(detail.visit.id);
        return;
      case 'close-up':
      case 'condense':
        powerUpOf(detail.visit.id);
        return;
      case 'look':
        record({ kind: 'condensate.looked', data: { coilId: coil.id, well: true } });
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
        record({ kind: ENTRIES[action.kind], data: { coilId: coil.id, sectionId: action.section.id } });
    }
  };
  const rinseEarly = () => {
    if (action.kind === 'wait') record({ kind: 'section.rinsed', data: { coilId: coil.id, sectionId: action.section.id } });
  };
  const nameOf = (coilId: string) => coilName(jobs.find((row) => row.coil.id === coilId)?.coil ?? coil).toLowerCase();
  const goesTo = meanwhile ? taskPage(meanwhile.task, jobs, visit.source) : null;
  const title =
    action.kind === 'done'
      ? next
        ? `Go to the ${nameOf(next.coil.id)}`
        : 'Go to power-up'
      : action.kind === 'wait'
        ? meanwhile
          ? goesTo
            ? `Go to the ${nameOf(goesTo)}`
            : 'It is done'
          : 'Foam soaks'
        : (words.button ?? 'To power-up');
  // What condensate rinses is not rinsed early: no water is brought in.
  const companion =
    action.kind === 'wait' && plan.ending !== 'condensate' ? (
      <Companion title="Rinse early" onPress={rinseEarly} wet disabled={closed} />
    ) : action.kind === 'look' ? (
      <Companion
        title="Not well"
        danger
        onPress={() => record({ kind: 'condensate.looked', data: { coilId: coil.id, well: false } })}
        wet
        disabled={closed}
        testID="look-bad"
      />
    ) : null;
  return { title, act, companion };
}
