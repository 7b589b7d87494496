import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { PlacedStop, Stop } from '@elm-mist/core/route';
import { View } from 'react-native';
import { clockTime } from '@/data';
import { Figure, line, Sign, Small, space, Strong, target, useTokens } from '@/ui';

/** One visit in a crew's way: when, how far it is to it, and what to mind. It is dragged by its handle, or moved with the arrow keys. */
export function WayRow({
  stop,
  placed,
  told,
  late,
  step,
}: {
  stop: Stop;
  placed: PlacedStop | null;
  told: string;
  late: boolean;
  step: (id: string, by: -1 | 1) => void;
}) {
  const tokens = useTokens();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: stop.id });
  const notes = placed
    ? [
        `${placed.driveMin} min drive`,
        ...(placed.begin > placed.arrive ? [`waits ${placed.begin - placed.arrive} min`] : []),
        told,
        ...(stop.licences.length > 0 ? [`${stop.licences.join(' and ')} licence`] : []),
      ]
    : [told, stop.waits];
  return (
    <div
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 2 : 0, position: 'relative' }}
    >
      <View
        testID={`way-${stop.id}`}
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          gap: space.s,
          minHeight: target.wet,
          borderBottomWidth: line.thin,
          borderBottomColor: tokens.rule,
          backgroundColor: isDragging ? tokens.elmWash : tokens.paper,
        }}
      >
        <View style={{ width: 76 }}>
          <Figure>{placed ? clockTime(placed.begin) : '—'}</Figure>
          <Small ink="inkSoft">{placed ? `to ${clockTime(placed.end)}` : 'not in'}</Small>
        </View>
        <View style={{ flex: 1, gap: 2, paddingVertical: space.s }}>
          <Strong>{stop.name}</Strong>
          <Small ink="inkSoft">{notes.filter(Boolean).join(' · ')}</Small>
          {placed?.dry ? <Small ink="brick">Foam would dry in that hour: shade it or use water, and take longer.</Small> : null}
          {late ? <Strong ink="brick">Comes too late in this order</Strong> : null}
        </View>
        <div
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          onKeyDown={(event) => {
            if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
            event.preventDefault();
            step(stop.id, event.key === 'ArrowUp' ? -1 : 1);
          }}
          aria-label={`Move ${stop.name}${placed ? `, begins ${clockTime(placed.begin)}` : ', not in'}`}
          data-testid={`drag-${stop.id}`}
          style={{
            width: target.usual,
            height: target.usual,
            display: 'flex',
            alignItems: 'center',
            justifyContent: 'center',
            cursor: 'grab',
            touchAction: 'none',
          }}
        >
          <Sign name="drag" size={24} ink="inkSoft" />
        </div>
      </View>
    </div>
  );
}
