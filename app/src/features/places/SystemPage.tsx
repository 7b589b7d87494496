import { clockTime, RefusedError, systemQuery, useArchive, useHouseRules } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import { Act, Banner, Companion, Heading, LinkRow, Part, Screen, ScreenHead, Small, ThumbBar, Waiting } from '@/ui';
import { lifeFan } from '@elm-mist/core/history';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { NotOpened } from '../shared/NotOpened';
import { longDay } from '../shared/words';
import { DueClocks } from './DueClocks';
import { LifeLine } from './LifeLine';
import { CoilOfSystem, FindingsOfSystem, HistoryPart, MoreCoils, SystemFacts, SystemLinks } from './systemParts';
import { TrendPart } from './TrendPart';

export function SystemPage() {
  const { systemId } = useLocalSearchParams<{ systemId: string }>();
  const answer = useQuery(systemQuery(systemId));
  const { units } = useHouseRules();
  const archive = useArchive();
  const [trouble, setTrouble] = useState('');
  if (!answer.data) {
    return (
      <Screen head={<ScreenHead title="System" />}>
        {answer.isError ? (
          <NotOpened what="system" error={answer.error} retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the system" lines={8} />
        )}
      </Screen>
    );
  }
  const { system, place, coils, history, upcoming, findings } = answer.data;
  const standing = coils.filter((coil) => !coil.archived);
  const put = (what: { of: 'systems' | 'coils'; id: string; archived: boolean }) =>
    archive.mutate(what, {
      onError: (error) => setTrouble(error instanceof RefusedError ? error.message : 'The server is away: nothing was changed.'),
      onSuccess: () => setTrouble(''),
    });
  const closed = history.filter((visit) => visit.standing === 'closed').reverse();
  const clocks = answer.data.clocks ?? [];
  const where = {
    configuration: system.configuration,
    latitudeDeg: place.latitudeDeg,
    climate: answer.data.climate,
    pace: answer.data.pace,
  };
  const fans = standing.flatMap((coil) => lifeFan(coil, closed, where, answer.data.storyFacts ?? []) ?? []);
  return (
    <Screen
      testID="system-page"
      head={<ScreenHead title={`${place.name} · ${system.name}`} under={`${place.customerName} · ${place.address}`} />}
      foot={
        <ThumbBar>
          <Act
            title="Plan a visit"
            onPress={() => router.push(`/systems/${system.id}/new-visit`)}
            disabled={standing.length === 0 || system.archived}
          />
        </ThumbBar>
      }
    >
      {system.archived ? (
        <Banner
          tone="wait"
          right={
            <IfMay power="records" quiet>
              <Companion title="Bring it back" onPress={() => put({ of: 'systems', id: system.id, archived: false })} />
            </IfMay>
          }
        >
          This system is put away.
        </Banner>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <SystemFacts detail={answer.data} />
      <LifeLine
        history={history}
        findings={findings}
        systemId={system.id}
        dues={Object.fromEntries(clocks.flatMap((clock) => (clock.kind === 'coil' ? [[clock.of, clock.due]] : [])))}
        fans={fans}
      />
      {system.archived ? null : <DueClocks systemId={system.id} clocks={clocks} agreement={answer.data.agreement ?? null} />}
      <SystemLinks system={system} place={place} />
      {standing.map((coil) => (
        <CoilOfSystem key={coil.id} coil={coil} history={history} />
      ))}
      <MoreCoils system={system} coils={coils} bringBack={(id) => put({ of: 'coils', id, archived: false })} />
      {upcoming.length > 0 ? (
        <Part title={<Heading>Planned</Heading>}>
          {upcoming.map((visit) => (
            <LinkRow
              key={visit.id}
              title={longDay(visit.day)}
              under={visit.purpose}
              right={clockTime(visit.startMinute)}
              href={`/visits/${visit.id}`}
            />
          ))}
        </Part>
      ) : null}
      <FindingsOfSystem findings={findings} coils={coils} systemId={system.id} />
      <TrendPart history={history} coils={coils} systemId={system.id} units={units} />
      <HistoryPart history={history} />
      {system.archived ? null : (
        <Part title={<Heading>Done with it</Heading>}>
          <IfMay power="records">
            <Companion
              title="Put the system away"
              onPress={() => put({ of: 'systems', id: system.id, archived: true })}
              busy={archive.isPending}
              testID="system-archive"
            />
            <Small ink="inkSoft">It leaves the list; its history is kept, and it can be brought back.</Small>
          </IfMay>
        </Part>
      )}
    </Screen>
  );
}
