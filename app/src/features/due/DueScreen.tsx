import type { DueRow } from '@elm-mist/contract';
import { dayLater, longDay } from '@elm-mist/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { clockTime, dueQuery, today } from '@/data';
import { OwnerMessage } from '../shared/OwnerMessage';
import { Companion, Empty, Heading, LinkRow, OneOf, Part, Screen, ScreenHead, Small, space, Tick, Trouble, Waiting } from '@/ui';
import { shortDay } from '../shared/words';

/** How far ahead is looked, days. */
const AHEADS = [
  { value: 0, label: 'Due now' },
  { value: 30, label: '30 days' },
  { value: 90, label: '90 days' },
  { value: 365, label: 'A year' },
] as const;

/** Rows under the month that they are due in; what is past is due now. */
function byMonth(rows: readonly DueRow[], now: string): [string, DueRow[]][] {
  const months = new Map<string, DueRow[]>();
  for (const row of rows) {
    const month = row.due < now ? 'Overdue' : shortDay(row.due).replace(/^\d+ /, '');
    months.set(month, [...(months.get(month) ?? []), row]);
  }
  return [...months];
}

/** What is due in the shop, soonest first; a press plans the visit. */
export function DueScreen() {
  const [ahead, look] = useState<number>(90);
  const [unplanned, setUnplanned] = useState(true);
  const now = today();
  const answer = useInfiniteQuery(dueQuery(dayLater(now, ahead), unplanned));
  const pages = answer.data?.pages ?? [];
  const rows = pages.flatMap((page) => page.rows);
  const first = pages[0];
  return (
    <Screen
      testID="due-list"
      head={
        <ScreenHead
          title="Due"
          under={first ? `${first.total} by ${shortDay(dayLater(now, ahead))}, ${first.unplanned} not planned yet` : 'What is due again'}
        />
      }
    >
      <OneOf label="How far ahead" options={AHEADS} value={ahead} onChange={look} testID="due-ahead" />
      <Tick label="Only what nothing is planned for" value={unplanned} onChange={setUnplanned} testID="due-unplanned" />
      {first ? (
        rows.length === 0 ? (
          <Empty title="Nothing due">
            {first.total > 0 ? 'Everything that is due is planned.' : 'What is closed says when it is due again; then it stands here.'}
          </Empty>
        ) : (
          <>
            {byMonth(rows, now).map(([month, own]) => (
              <Part key={month} title={<Heading>{month}</Heading>} testID={month === 'Overdue' ? 'due-overdue' : undefined}>
                {own.map((row) => (
                  <DueEntry key={row.systemId} row={row}>
                    <LinkRow
                      title={`${row.placeName}, ${row.systemName.toLowerCase()}`}
                      under={`Due ${shortDay(row.due)} · washed ${shortDay(row.lastVisit)} · ${[row.customerName, row.phone, row.address].filter(Boolean).join(', ')}`}
                      right={row.planned ? `planned ${shortDay(row.planned.day)}` : 'plan it'}
                      href={
                        row.planned
                          ? `/visits/${row.planned.visitId}`
                          : `/systems/${row.systemId}/new-visit?day=${row.due < now ? now : row.due}`
                      }
                      testID={`due-${row.systemId}`}
                    />
                  </DueEntry>
                ))}
              </Part>
            ))}
            {answer.hasNextPage ? (
              <View style={{ alignItems: 'flex-start' }}>
                <Companion title="More" onPress={() => void answer.fetchNextPage()} busy={answer.isFetchingNextPage} testID="due-more" />
              </View>
            ) : null}
            <Small ink="inkSoft">Dates are those of the last closing: by the rule, by what a coil taught, or as set by hand.</Small>
          </>
        )
      ) : answer.isError ? (
        <Trouble what="The list could not be read" kept="Each system’s page says when it is due." retry={() => void answer.refetch()} />
      ) : (
        <Waiting what="what is due" lines={8} />
      )}
    </Screen>
  );
}

/** One system that is due, with a word to its owner: that it is due, or when somebody comes. */
function DueEntry({ row, children }: { row: DueRow; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const { planned } = row;
  const facts = { owner: row.customerName, place: row.placeName, system: row.systemName.toLowerCase() };
  return (
    <View style={{ gap: space.xs }}>
      {children}
      {open ? (
        <OwnerMessage
          kind={planned ? 'coming' : 'due'}
          facts={
            planned ? { ...facts, day: longDay(planned.day), time: clockTime(planned.startMinute) } : { ...facts, day: longDay(row.due) }
          }
          phone={row.phone}
          quiet={row.quiet ?? false}
          testID={`due-message-${row.systemId}`}
        />
      ) : (
        <View style={{ alignItems: 'flex-start' }}>
          <Companion title="A word to the owner" onPress={() => setOpen(true)} testID={`due-word-${row.systemId}`} />
        </View>
      )}
    </View>
  );
}
