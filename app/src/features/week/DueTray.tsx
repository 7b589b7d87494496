import type { DueRow } from '@elm-mist/contract';
import { neighborhoodWords } from '@elm-mist/core/route';
import { useDroppable } from '@dnd-kit/core';
import { View } from 'react-native';
import { useHouseRules } from '@/data';
import { Companion, Heading, Small, space, useTokens } from '@/ui';
import { shortDay } from '../shared/words';
import { Grip } from './Grip';
import type { OnDay } from './weekDraft';

/** What is due and on no day yet; dragged to one, or put on the first with the arrow to the right. */
export function DueTray({
  rows,
  step,
  more,
  asked,
}: {
  rows: readonly DueRow[];
  step: (what: Pick<OnDay, 'id' | 'is'>, by: -1 | 1) => void;
  more: (() => void) | null;
  asked: boolean;
}) {
  const tokens = useTokens();
  const { units } = useHouseRules();
  const { setNodeRef, isOver } = useDroppable({ id: 'due' });
  return (
    <div ref={setNodeRef} data-testid="due-tray" style={{ backgroundColor: isOver ? tokens.elmWash : 'transparent', minHeight: 96 }}>
      <View style={{ gap: space.s, paddingVertical: space.m }}>
        <Heading>Due, on no day yet</Heading>
        {rows.length === 0 ? <Small ink="inkSoft">Everything that is due by then is on a day.</Small> : null}
        {rows.map((row) => (
          <Grip
            key={row.systemId}
            row={{
              id: row.systemId,
              is: 'due',
              place: row.placeName,
              what: row.systemName.toLowerCase(),
              minutes: row.usualMin,
              startMinute: null,
              wish: false,
              fixed: false,
              latitudeDeg: row.latitudeDeg,
              longitudeDeg: row.longitudeDeg,
            }}
            under={[`due ${shortDay(row.due)}`, row.where ? neighborhoodWords(row.where, units) : '', row.customerName]
              .filter(Boolean)
              .join(' · ')}
            step={step}
          />
        ))}
        {more ? (
          <View style={{ alignItems: 'flex-start' }}>
            <Companion title="More" onPress={more} busy={asked} testID="week-more" />
          </View>
        ) : null}
      </View>
    </div>
  );
}
