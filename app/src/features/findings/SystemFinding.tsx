import { isOpenFinding } from '@elm-mist/core/run';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { dayOf, systemQuery } from '@/data';
import { Act, Body, Empty, LinkRow, Part, Screen, ScreenHead, ThumbBar, Waiting } from '@/ui';
import { NotOpened } from '../shared/NotOpened';
import { longDay, shortDay } from '../shared/words';
import { LifeRows } from './LifeRows';

/** One finding of a system, from its noting to its end; what is done about it is done on a visit. */
export function SystemFinding() {
  const { systemId, findingId } = useLocalSearchParams<{ systemId: string; findingId: string }>();
  const answer = useQuery(systemQuery(systemId));
  const detail = answer.data;
  const life = detail?.findings.find((row) => row.findingId === findingId);
  const open = life ? isOpenFinding(life) : false;
  return (
    <Screen
      testID="system-finding"
      head={
        <ScreenHead
          title={detail ? `${detail.place.name} · ${detail.system.name}` : 'Finding'}
          under={detail ? `${detail.place.customerName} · ${detail.place.address}` : ''}
        />
      }
      foot={
        detail && open && !detail.system.archived ? (
          <ThumbBar>
            <Act title="Plan a visit for it" onPress={() => router.push(`/systems/${systemId}/new-visit`)} />
          </ThumbBar>
        ) : undefined
      }
    >
      {!detail ? (
        answer.isError ? (
          <NotOpened what="system" error={answer.error} retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the finding" lines={6} />
        )
      ) : life ? (
        <>
          <LifeRows life={life} coils={detail.coils} />
          <Part>
            <LinkRow
              title={`The visit of ${shortDay(dayOf(life.at))}`}
              under="Where it was noted, with its photos"
              href={`/visits/${life.visitId}/finding?findingId=${life.findingId}`}
            />
            {open
              ? detail.upcoming.map((visit) => (
                  <LinkRow
                    key={visit.id}
                    title={longDay(visit.day)}
                    under={`Planned${visit.purpose ? `: ${visit.purpose}` : ''}`}
                    href={`/visits/${visit.id}/finding?findingId=${life.findingId}`}
                  />
                ))
              : null}
            {open ? <Body ink="inkSoft">It stays with the system and is shown on every visit until it is done or set aside.</Body> : null}
          </Part>
        </>
      ) : (
        <Empty title="No such finding">It may have been taken back.</Empty>
      )}
    </Screen>
  );
}
