import { CHEMISTRY_NAMES, stockWarnings } from '@elm-mist/core/mix';
import { formatVolume } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { router, usePathname } from 'expo-router';
import { View } from 'react-native';
import { today, shelfQuery, useHouseRules } from '@/data';
import { Act, Banner, Companion, Empty, Heading, LinkRow, Part, Screen, ScreenHead, ThumbBar, Trouble, Waiting, useWide } from '@/ui';
import { leftOf, warningWords } from './shelfWords';

/** What is on the shelf and how much of it: cleaners, applicators, and what needs buying. */
export function ShelfList() {
  const answer = useQuery(shelfQuery);
  const { units } = useHouseRules();
  const path = usePathname();
  // Beside a detail, whose own button is the filled one, this is only a list.
  const New = useWide() ? Companion : Act;
  const data = answer.data;
  const warnings = data ? stockWarnings(data.cleaners, data.stock, today()) : [];
  const urgent = warnings.filter((warning) => warning.kind !== 'expires-soon').length;
  return (
    <Screen
      head={
        <ScreenHead
          title="Shelf"
          under={data ? `${data.cleaners.length} cleaners, ${data.applicators.length} applicators` : 'Cleaners, applicators, stock'}
        />
      }
      foot={
        <ThumbBar>
          <Companion title="New applicator" onPress={() => router.push('/shelf/applicators/new')} />
          <New title="New cleaner" onPress={() => router.push('/shelf/new')} testID="new-cleaner" grow />
        </ThumbBar>
      }
      testID="shelf"
    >
      {answer.isError && data ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      {!data ? (
        answer.isError ? (
          <Trouble what="The shelf could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the shelf" lines={8} />
        )
      ) : null}
      {urgent > 0 ? <Banner tone="wait">{`${urgent === 1 ? 'One needs' : `${urgent} need`} seeing to: low or expired.`}</Banner> : null}
      {data?.cleaners.length === 0 ? (
        <Empty title="The shelf is empty">Without a cleaner every plan is water only. Add one from its label.</Empty>
      ) : null}
      <View>
        {data?.cleaners.map((cleaner) => {
          const own = warnings.filter((warning) => warning.cleanerId === cleaner.id);
          const notes = [
            CHEMISTRY_NAMES[cleaner.chemistry],
            ...(cleaner.assumed.length > 0 ? ['label not complete'] : []),
            ...own.map((warning) => warningWords(warning, units)),
          ];
          return (
            <LinkRow
              key={cleaner.id}
              title={cleaner.name}
              under={notes.join(' · ')}
              right={formatVolume(leftOf(data.stock, cleaner.id), units)}
              href={`/shelf/${cleaner.id}`}
              current={path === `/shelf/${cleaner.id}`}
              testID={`cleaner-${cleaner.id}`}
            />
          );
        })}
      </View>
      {data ? (
        <Part title={<Heading>Applicators</Heading>}>
          <View>
            {data.applicators.map((row) => (
              <LinkRow
                key={row.id}
                title={row.name}
                under={row.dial.length > 0 ? `Dial ${row.dial.map((position) => position.mark).join(', ')}` : undefined}
                right={formatVolume(row.capacityL, units)}
                href={`/shelf/applicators/${row.id}`}
                current={path === `/shelf/applicators/${row.id}`}
              />
            ))}
          </View>
        </Part>
      ) : null}
      {data || answer.isError ? (
        <Part title={<Heading>The books</Heading>}>
          <View>
            <LinkRow
              title="Costs"
              under="By visit, by method, cans against the gun"
              href="/shelf/costs"
              current={path === '/shelf/costs'}
              testID="to-costs"
            />
            <LinkRow
              title="Files"
              under="Out and in as CSV or JSON, reorder list"
              href="/shelf/files"
              current={path === '/shelf/files'}
              testID="to-files"
            />
          </View>
        </Part>
      ) : null}
    </Screen>
  );
}
