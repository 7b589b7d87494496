import { useDroppable } from '@dnd-kit/core';
import { formatDuration } from '@elm-mist/core/units';
import { View } from 'react-native';
import { today } from '@/data';
import { line, LinkBox, Small, space, Strong, useTokens } from '@/ui';
import { dayName } from '../shared/words';
import { Grip } from './Grip';
import type { DayAsDrawn, OnDay } from './weekDraft';

/** One day of a week: its visits, what was put on it, and how full it is. */
export function DayColumn({
  drawn,
  over,
  wide,
  step,
}: {
  drawn: DayAsDrawn;
  over: boolean;
  wide: boolean;
  step: (what: Pick<OnDay, 'id' | 'is'>, by: -1 | 1) => void;
}) {
  const { day, rows, crewMin, usedMin } = drawn;
  const tokens = useTokens();
  const { setNodeRef, isOver } = useDroppable({ id: day, disabled: over });
  const full = crewMin > 0 && usedMin > crewMin;
  return (
    <div
      ref={setNodeRef}
      data-testid={`day-${day}`}
      style={{
        flex: wide ? '1 1 0' : undefined,
        minWidth: 0,
        minHeight: wide ? 320 : 64,
        borderTop: `${day === today() ? line.heavy : line.firm}px solid ${day === today() ? tokens.elm : tokens.ink}`,
        backgroundColor: isOver ? tokens.elmWash : 'transparent',
      }}
    >
      <View style={{ gap: space.xs, paddingVertical: space.s }}>
        <LinkBox href={`/plan?day=${day}`} style={{ minHeight: 44, justifyContent: 'center' }} testID={`order-${day}`}>
          <Strong>{dayName(day)}</Strong>
          <Small ink={full ? 'brick' : 'inkSoft'}>
            {over && usedMin === 0
              ? 'over'
              : crewMin === 0
                ? 'nobody is out'
                : usedMin === 0
                  ? `${formatDuration(crewMin * 60)} free`
                  : `${formatDuration(usedMin * 60)} of ${formatDuration(crewMin * 60)}${full ? ', too much' : ''}`}
          </Small>
        </LinkBox>
        <Load used={usedMin} of={crewMin} />
        {rows.map((row) => (
          <Grip key={row.id} row={row} step={step} />
        ))}
        {rows.length === 0 ? <Small ink="inkSoft">{over ? 'Nothing was planned' : 'Nothing planned'}</Small> : null}
      </View>
    </div>
  );
}

/** How much of the crews' time is taken: a bar that is told in words beside it. */
function Load({ used, of }: { used: number; of: number }) {
  const tokens = useTokens();
  const share = of === 0 ? 0 : Math.min(1, used / of);
  return (
    <View aria-hidden style={{ height: 6, backgroundColor: tokens.rule }}>
      <View style={{ height: 6, width: `${share * 100}%`, backgroundColor: used > of ? tokens.brick : tokens.elm }} />
    </View>
  );
}
