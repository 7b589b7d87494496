import type { Task } from '@elm-mist/core/runsheet';
import { formatDuration } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Heading, Meant, Part, Tick } from '@/ui';

/** A task without the name of its coil in front, for where the coil is known. */
export const plainName = (task: Task): string => task.name.slice(task.name.indexOf(': ') + 1).trim();

/**
 * Work around the wash, ticked off as it is done: how long it took is remembered for the next run sheet. What another phone ticks moves the rows
 * below it up, under a thumb that is on its way to one of them.
 */
export function TasksPart({ title, tasks }: { title: string; tasks: readonly Task[] }) {
  const { record, state } = useVisit();
  if (tasks.length === 0) return null;
  return (
    <Part title={<Heading>{title}</Heading>}>
      <View testID="tasks">
        <Meant means={tasks.map(({ id }) => id).join(' ')}>
          {tasks.map((task) => (
            <Tick
              key={task.id}
              label={plainName(task)}
              help={`About ${formatDuration(Math.max(60, Math.round(task.seconds / 60) * 60))}${task.learnedFrom ? `, as in your last ${task.learnedFrom} runs` : ''}`}
              value={false}
              onChange={() => void (state.closed ? undefined : record({ kind: 'task.done', data: { taskId: task.id } }))}
            />
          ))}
        </Meant>
      </View>
    </Part>
  );
}
