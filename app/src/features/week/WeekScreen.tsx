import type { DueRow, WeekRecord } from '@elm-mist/contract';
import { DndContext, PointerSensor, pointerWithin, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { dayLater } from '@elm-mist/core/clock';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { dueQuery, RefusedError, today, useAddVisit, useMoveSlot, useShop, weekQuery } from '@/data';
import { Act, Banner, Companion, Screen, ScreenHead, Small, space, ThumbBar, Trouble, useWide, Waiting } from '@/ui';
import { USUAL_FILTER } from '../due/dueFilter';
import { longDay, shortDay } from '../shared/words';
import { DayColumn } from './DayColumn';
import { DueTray } from './DueTray';
import { drawnWeek, filled, mondayOf, NOTHING_PUT, put, type DayAsDrawn, type OnDay, type WeekDraft } from './weekDraft';

/** Due so long after the week's end is still offered, days. */
const AHEAD_DAYS = 30;
const SAYS = { screenReaderInstructions: { draggable: 'Drag it to a day, or move it by a day with the arrow keys.' } };

/** A week: what is planned, and what is due to be put on its days. */
export function WeekScreen() {
  const params = useLocalSearchParams<{ from?: string }>();
  const from = mondayOf(/^\d{4}-\d{2}-\d{2}$/.test(params.from ?? '') ? (params.from as string) : today());
  const week = useQuery(weekQuery(from));
  const due = useInfiniteQuery(
    dueQuery({ ...USUAL_FILTER, kinds: ['coil', 'agreed'], until: dayLater(from, 6 + AHEAD_DAYS), words: '', unplanned: true }),
  );
  const dues = due.data?.pages.flatMap((page) => page.rows);
  if (!week.data || !dues)
    return (
      <Screen head={<ScreenHead title="Week" under={`From ${longDay(from)}`} />}>
        {week.isError || due.isError ? (
          <Trouble
            what="This week cannot be shown now"
            kept="The server is away. Today still shows its visits."
            retry={() => void Promise.all([week.refetch(), due.refetch()])}
          />
        ) : (
          <Waiting what="the week" lines={8} />
        )}
      </Screen>
    );
  return (
    <Drawn
      key={from}
      from={from}
      week={week.data}
      dues={dues}
      more={due.hasNextPage ? () => void due.fetchNextPage() : null}
      asked={due.isFetchingNextPage}
    />
  );
}

function Drawn({
  from,
  week,
  dues,
  more,
  asked,
}: {
  from: string;
  week: WeekRecord;
  dues: readonly DueRow[];
  more: (() => void) | null;
  asked: boolean;
}) {
  const wide = useWide();
  const shop = useShop();
  const [draft, setDraft] = useState<WeekDraft>(NOTHING_PUT);
  const [pressed, setPressed] = useState('');
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const add = useAddVisit();
  const move = useMoveSlot();
  const now = today();
  const days = drawnWeek(week, dues, draft);
  const waiting = dues.filter((row) => draft.due[row.systemId] === undefined);
  const wishes = days.flatMap((day) => day.rows.filter((row) => row.wish).map((row) => ({ day: day.day, row })));
  const { latitudeDeg, longitudeDeg } = shop;
  const home = typeof latitudeDeg === 'number' && typeof longitudeDeg === 'number' ? { latitudeDeg, longitudeDeg } : null;
  // What goes to another day is drawn there again: the handle that was held keeps the focus.
  useEffect(() => {
    if (pressed) document.querySelector<HTMLElement>(`[data-testid="grip-${CSS.escape(pressed)}"]`)?.focus();
  }, [pressed, draft]);

  /** Where something stands without what was put on it here; null for what stands on no day. */
  const ownDay = ({ id, is }: Pick<OnDay, 'id' | 'is'>): string | null =>
    is === 'due' ? null : (week.days.find(({ visits }) => visits.some((visit) => visit.id === id))?.day ?? null);
  const lay = (what: Pick<OnDay, 'id' | 'is'>, day: string | null) => {
    // Nothing is put on a day that is over.
    if (day !== null && day < now) return setTrouble(`${longDay(day)} is over: nothing is put on it any more.`);
    setTrouble('');
    setDraft(put(draft, what, day === ownDay(what) ? null : day));
  };
  const step = (what: Pick<OnDay, 'id' | 'is'>, by: -1 | 1) => {
    const open = week.days.map(({ day }) => day).filter((day) => day >= now);
    const at = open.indexOf(what.is === 'due' ? (draft.due[what.id] ?? '') : (draft.visits[what.id] ?? ownDay(what) ?? ''));
    const next = at < 0 ? (by > 0 ? open[0] : undefined) : open[at + by];
    setPressed(what.id);
    // Before the first day it goes back to what is due.
    if (next === undefined && what.is === 'due' && by < 0) return lay(what, null);
    if (next !== undefined) lay(what, next);
  };
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const what = active.data.current as Pick<OnDay, 'id' | 'is'> | undefined;
    if (what) lay(what, over.id === 'due' ? null : String(over.id));
  };
  const keep = async () => {
    setBusy(true);
    setTrouble('');
    let left = draft;
    try {
      for (const { day, row } of wishes) {
        await kept(day, row);
        left = put(left, row, null);
      }
    } catch (error) {
      setTrouble(
        error instanceof RefusedError
          ? Object.values(error.fields).join(' ') || error.message
          : 'The server is away. What is not kept yet is still drawn in.',
      );
    } finally {
      setDraft(left);
      setBusy(false);
    }
  };
  const kept = async (day: string, row: OnDay): Promise<void> => {
    const slot = { day, startMinute: row.startMinute, durationMin: row.minutes };
    if (row.is === 'visit') {
      await move.mutateAsync({ id: row.id, slot });
      return;
    }
    const clocks = dues.find((one) => one.systemId === row.id)?.clocks ?? [];
    const coilIds = clocks.flatMap((clock) => (clock.kind === 'coil' ? [clock.of] : []));
    await add.mutateAsync({
      systemId: row.id,
      ...slot,
      windowFrom: null,
      windowTo: null,
      purpose: clocks.some((clock) => clock.kind === 'agreed') ? 'Visit by agreement' : 'Wash that is due',
      ...(coilIds.length > 0 ? { coilIds } : {}),
    });
  };
  const fill = () => {
    const next = filled(week, dues, draft, now, home);
    const rest = dues.filter((row) => next.due[row.systemId] === undefined).length;
    setDraft(next);
    setTrouble(rest > 0 ? `${rest} more are due than these days hold: they stay in the list.` : '');
  };
  const go = (by: number) => router.setParams({ from: dayLater(from, by) });
  return (
    <Screen
      testID="week"
      head={
        <ScreenHead
          title="Week"
          under={`${shortDay(from)} to ${shortDay(dayLater(from, 6))} · ${wishes.length === 0 ? `${waiting.length} due, not planned` : `${wishes.length} put on a day, not kept yet`}`}
        />
      }
      foot={
        <ThumbBar>
          {wishes.length > 0 ? (
            <Companion title="As it stands" onPress={() => setDraft(NOTHING_PUT)} testID="week-back" />
          ) : (
            <Companion title="Back" onPress={() => (router.canGoBack() ? router.back() : router.navigate('/due'))} />
          )}
          {wishes.length > 0 ? (
            <Act title={`Keep ${wishes.length}`} onPress={() => void keep()} busy={busy} testID="week-keep" />
          ) : (
            <Act title="Fill the week" onPress={fill} disabled={waiting.length === 0} testID="week-fill" />
          )}
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="wait">{trouble}</Banner> : null}
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: space.s }}>
        <Companion title="The week before" onPress={() => go(-7)} testID="week-before" />
        <Companion title="The week after" onPress={() => go(7)} testID="week-after" />
      </View>
      <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop} accessibility={SAYS}>
        <View style={wide ? { flexDirection: 'row', gap: space.s, alignItems: 'stretch' } : { gap: space.l }}>
          {days.map((day: DayAsDrawn) => (
            <DayColumn key={day.day} drawn={day} over={day.day < now} wide={wide} step={step} />
          ))}
        </View>
        <DueTray rows={waiting} step={step} more={more} asked={asked} />
      </DndContext>
      <Small ink="inkSoft">
        What is put on a day follows what stands there. The best order of a day, with owners’ hours and licences, is found under it.
      </Small>
    </Screen>
  );
}
