import { useDraggable } from '@dnd-kit/core';
import { CSS } from '@dnd-kit/utilities';
import { View } from 'react-native';
import { clockTime } from '@/data';
import { line, Sign, Small, space, Strong, target, useTokens } from '@/ui';
import type { OnDay } from './weekDraft';

/** One visit of a day, or one that would be made: dragged to another day by its handle, or moved by a day with the arrow keys. */
export function Grip({
  row,
  under,
  step,
}: {
  row: Omit<OnDay, 'startMinute'> & { startMinute: number | null };
  under?: string;
  step: (what: Pick<OnDay, 'id' | 'is'>, by: -1 | 1) => void;
}) {
  const tokens = useTokens();
  const { id, is, place, what, minutes, startMinute, wish, fixed } = row;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, isDragging } = useDraggable({
    id: `${is} ${id}`,
    data: { id, is },
    disabled: fixed,
  });
  const at = startMinute === null ? `${minutes} min` : `${clockTime(startMinute)}, ${minutes} min`;
  return (
    <div
      ref={setNodeRef}
      data-testid={`on-${id}`}
      style={{ transform: CSS.Translate.toString(transform), zIndex: isDragging ? 3 : 0, position: 'relative' }}
    >
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          minHeight: target.usual,
          borderWidth: wish ? line.firm : line.thin,
          borderStyle: wish ? 'dashed' : 'solid',
          borderColor: wish ? tokens.elm : tokens.rule,
          backgroundColor: isDragging || wish ? tokens.elmWash : tokens.sheet,
          paddingLeft: space.s,
        }}
      >
        <View style={{ flex: 1, gap: 2, paddingVertical: space.xs, minWidth: 0 }}>
          <Strong>{place}</Strong>
          <Small ink="inkSoft">{what}</Small>
          <Small ink="inkSoft">{`${wish ? 'new: ' : ''}${at}`}</Small>
          {under ? <Small ink="inkSoft">{under}</Small> : null}
        </View>
        {fixed ? null : (
          <div
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key] as -1 | 1 | undefined;
              if (!by) return;
              event.preventDefault();
              step({ id, is }, by);
            }}
            aria-label={`Move ${place}, ${what}`}
            data-testid={`grip-${id}`}
            style={{
              width: target.usual,
              minHeight: target.usual,
              display: 'flex',
              alignItems: 'center',
              justifyContent: 'center',
              cursor: 'grab',
              touchAction: 'none',
              flexShrink: 0,
            }}
          >
            <Sign name="drag" size={24} ink="inkSoft" />
          </div>
        )}
      </View>
    </div>
  );
}
