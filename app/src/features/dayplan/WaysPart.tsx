import { closestCenter, DndContext, PointerSensor, useDroppable, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useEffect, useState } from 'react';
import type { CrewRoute, DayProblem } from '@elm-mist/core/route';
import { formatDuration } from '@elm-mist/core/units';
import { View } from 'react-native';
import { clockTime } from '@/data';
import { Heading, line, Small, space, useTokens } from '@/ui';
import { moved, stepped, type Orders } from './orders';
import { WayRow } from './WayRow';

const SAYS = { screenReaderInstructions: { draggable: 'Drag it to its place, or move it with the arrow keys up and down.' } };
const LEFT = 'left';
const crewDrop = (k: number): string => `crew ${k}`;

const minutes = (n: number): string => formatDuration(n * 60);

/** The ways of a day's crews, and what is left out; each visit can be dragged to another place in them. */
export function WaysPart({
  problem,
  routes,
  orders,
  told,
  broken,
  onChange,
}: {
  problem: DayProblem;
  routes: readonly CrewRoute[];
  orders: Orders;
  /** What the owner was told and when somebody is let in, by visit. */
  told: Readonly<Record<string, string>>;
  /** Visits that come too late in this order. */
  broken: readonly string[];
  onChange: (orders: Orders) => void;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  // A visit that goes into another way is drawn there again: the handle that was held keeps the focus.
  const [pressed, setPressed] = useState('');
  useEffect(() => {
    if (pressed) document.querySelector<HTMLElement>(`[data-testid="drag-${CSS.escape(pressed)}"]`)?.focus();
  }, [pressed, orders]);
  const step = (id: string, by: -1 | 1) => {
    setPressed(id);
    onChange(stepped(orders, id, by));
  };
  const inAny = new Set(orders.flat());
  const left = problem.stops.filter((stop) => !inAny.has(stop.id));
  const drop = ({ active, over }: DragEndEvent) => {
    const [id, on] = [String(active.id), over ? String(over.id) : ''];
    if (!over || id === on) return;
    if (on === LEFT || left.some((stop) => stop.id === on)) return onChange(moved(orders, id, null));
    const empty = orders.findIndex((_, k) => crewDrop(k) === on);
    if (empty >= 0) return onChange(moved(orders, id, { crew: empty, at: orders[empty]?.length ?? 0 }));
    const crew = orders.findIndex((order) => order.includes(on));
    const at = orders[crew]?.indexOf(on) ?? 0;
    onChange(moved(orders, id, { crew, at }));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop} accessibility={SAYS}>
      {problem.crews.map((crew, k) => {
        const order = orders[k] ?? [];
        const route = routes.find((row) => row.crewId === crew.id);
        return (
          <Way
            key={crew.id}
            id={crewDrop(k)}
            title={crew.name}
            under={
              route
                ? `Leaves ${clockTime(route.leave)}, back ${clockTime(route.back)} · ${minutes(route.driveMin)} driving${route.waitMin > 0 ? `, ${minutes(route.waitMin)} waiting` : ''}`
                : 'No visits'
            }
            ids={order}
          >
            {order.map((id) => {
              const stop = problem.stops.find((row) => row.id === id);
              return stop ? (
                <WayRow
                  key={id}
                  stop={stop}
                  placed={route?.stops.find((row) => row.stopId === id) ?? null}
                  step={step}
                  told={told[id] ?? ''}
                  late={broken.includes(id)}
                />
              ) : null;
            })}
          </Way>
        );
      })}
      {left.length > 0 ? (
        <Way id={LEFT} title="Not in" under="Drag it into a way to put it in" ids={left.map((stop) => stop.id)}>
          {left.map((stop) => (
            <WayRow key={stop.id} stop={stop} placed={null} step={step} told={told[stop.id] ?? ''} late={false} />
          ))}
        </Way>
      ) : null}
    </DndContext>
  );
}

function Way({ id, title, under, ids, children }: { id: string; title: string; under: string; ids: string[]; children: React.ReactNode }) {
  const tokens = useTokens();
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <View style={{ gap: space.xs }} testID={`ways-${title}`}>
      <Heading>{title}</Heading>
      <Small ink="inkSoft">{under}</Small>
      <div
        ref={setNodeRef}
        style={{ minHeight: 24, borderTop: `${line.firm}px solid ${tokens.ink}`, backgroundColor: isOver ? tokens.elmWash : 'transparent' }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          {children}
        </SortableContext>
      </div>
    </View>
  );
}
