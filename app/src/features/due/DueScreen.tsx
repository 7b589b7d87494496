import { dayLater } from '@elm-mist/core/clock';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { View } from 'react-native';
import { dueQuery, today, useDraft, useHouseRules } from '@/data';
import { Companion, Empty, Heading, LinkRow, OneOf, Part, Screen, ScreenHead, Small, space, Tick, Trouble, Waiting } from '@/ui';
import { shortDay } from '../shared/words';
import { DueEntry } from './DueEntry';
import { AHEADS, grouped, kindsAsked, narrowedBy, USUAL_FILTER } from './dueFilter';
import { FilterPart } from './FilterPart';

/** What is due in the shop, each system with its own clocks; a press plans the visit. */
export function DueScreen() {
  const { units } = useHouseRules();
  // As it was left: who calls owners by neighborhood does so tomorrow too.
  const [filter, change] = useDraft('due-filter', () => USUAL_FILTER);
  const [words, setWords] = useState('');
  const [open, setOpen] = useState(false);
  const asked = useDeferredValue(words);
  const now = today();
  const { ahead, coils, shelf, order, unplanned } = filter;
  const until = dayLater(now, ahead);
  const answer = useInfiniteQuery(dueQuery({ until, kinds: kindsAsked(filter), coils, shelf, words: asked, order, unplanned }));
  const pages = answer.data?.pages ?? [];
  const rows = pages.flatMap((page) => page.rows);
  const first = pages[0];
  const narrowed = narrowedBy(filter, words);
  return (
    <Screen
      testID="due-list"
      head={
        <ScreenHead
          title="Due"
          under={first ? `${first.total} by ${shortDay(until)}, ${first.unplanned} not planned yet` : 'What is due again'}
        />
      }
    >
      <OneOf
        label="How far ahead"
        options={AHEADS}
        value={ahead}
        onChange={(days) => change({ ...filter, ahead: days })}
        testID="due-ahead"
      />
      <Tick
        label="Only what nothing is planned for"
        value={unplanned}
        onChange={(only) => change({ ...filter, unplanned: only })}
        testID="due-unplanned"
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion
          title={open ? 'Put the filter away' : narrowed === 0 ? 'Narrow it, or put it in order' : `Narrowed by ${narrowed}`}
          onPress={() => setOpen(!open)}
          testID="due-narrow"
        />
      </View>
      {open ? <FilterPart filter={filter} change={change} words={words} setWords={setWords} /> : null}
      <LinkRow title="Make a week of it" under="Put on days by hand, or by the nearest ones together" href="/week" testID="due-week" />
      {first ? (
        rows.length === 0 ? (
          <Empty title="Nothing due">
            {narrowed > 0
              ? 'Nothing of what is asked for: ask for more.'
              : first.total > 0
                ? 'Everything that is due is planned.'
                : 'What is closed says when it is due again; then it stands here.'}
          </Empty>
        ) : (
          <>
            {grouped(rows, order, now, units).map(([group, own]) => (
              <Part key={group} title={<Heading>{group}</Heading>} testID={group === 'Overdue' ? 'due-overdue' : undefined}>
                {own.map((row) => (
                  <DueEntry key={row.systemId} row={row} now={now} />
                ))}
              </Part>
            ))}
            {answer.hasNextPage ? (
              <View style={{ alignItems: 'flex-start' }}>
                <Companion title="More" onPress={() => void answer.fetchNextPage()} busy={answer.isFetchingNextPage} testID="due-more" />
              </View>
            ) : null}
            <Small ink="inkSoft">Dates are those of the last closing, or as set by hand since.</Small>
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
