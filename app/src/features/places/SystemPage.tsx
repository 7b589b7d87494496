import type { PastVisit } from '@elm-mist/contract';
import { isA2L, areaBecause, capacityBecause } from '@elm-mist/core/equipment';
import { lifeFan } from '@elm-mist/core/history';
import { faceArea, coilName, ROLE_NAMES, COIL_ROLES, MOST_COILS } from '@elm-mist/core/equipment';
import { unitCode } from '@elm-mist/core/record';
import { isOpenFinding, wholeFinding } from '@elm-mist/core/run';
import { gradeFacts, type Grade } from '@elm-mist/core/survey';
import { EDGES, formatQuantity, type UnitSystem } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { dayOf, clockTime, RefusedError, systemQuery, today, useArchive, useHouseRules } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import {
  Act,
  Banner,
  Body,
  Companion,
  Empty,
  GradeStrip,
  Heading,
  LinkRow,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  space,
  Strong,
  ThumbBar,
  Waiting,
  Why,
} from '@/ui';
import { findingLine } from '../findings/findingWords';
import { DueClocks } from './DueClocks';
import { LifeLine } from './LifeLine';
import { TrendPart } from './TrendPart';
import { NotOpened } from '../shared/NotOpened';
import { coilLine, longDay, shortDay, STANDING_WORDS, systemLine } from '../shared/words';

const wash = (visit: PastVisit): string =>
  visit.coils
    .map((coil) =>
      coil.worstBefore === null
        ? ''
        : `${coil.worstBefore} to ${coil.worstAfter ?? '?'} with ${coil.cleanerName.toLowerCase() === 'water' ? 'water' : coil.cleanerName}`,
    )
    .filter(Boolean)
    .join('; ') || 'nothing graded';

function drop(visit: PastVisit, system: UnitSystem): string {
  const [before, after] = [visit.figures.before.drop, visit.figures.after.drop];
  if (before === undefined || after === undefined) return '';
  const show = (kelvins: number) => EDGES.difference.fromSi(kelvins, system).toFixed(0);
  return ` · split ${show(before)} to ${show(after)} ${EDGES.difference.unit[system]}`;
}

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
  const openFindings = findings.filter(isOpenFinding);
  const ended = findings.filter((life) => !isOpenFinding(life));
  const standing = coils.filter((coil) => !coil.archived);
  const away = coils.filter((coil) => coil.archived);
  const put = (what: { of: 'systems' | 'coils'; id: string; archived: boolean }) =>
    archive.mutate(what, {
      onError: (error) => setTrouble(error instanceof RefusedError ? error.message : 'The server is away: nothing was changed.'),
      onSuccess: () => setTrouble(''),
    });
  const closed = history.filter((visit) => visit.standing === 'closed').reverse();
  const clocks = answer.data.clocks ?? [];
  const nextClock = clocks.find((clock) => clock.kind === 'coil');
  const nextDue = nextClock?.due ?? null;
  const dueCoil = standing.length > 1 ? standing.find((coil) => coil.id === nextClock?.of) : undefined;
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
      <Part first title={<Heading>System</Heading>}>
        <View>
          <Row label="Kind" value={systemLine(system)} />
          <Row label="Capacity">
            <Why because={capacityBecause(system)}>
              <Strong>{formatQuantity({ kind: 'capacity', btuh: system.btuh }, units)}</Strong>
            </Why>
          </Row>
          <Row label="Refrigerant" value={`${system.refrigerant}${isA2L(system.refrigerant) ? ' · mildly flammable' : ''}`} />
          <Row
            label="Made"
            value={
              system.madeYear ? `${system.madeYear}, ${Math.max(0, Number(today().slice(0, 4)) - system.madeYear)} years old` : 'not noted'
            }
          />
          {nextDue ? (
            <Row
              label={nextDue < today() ? 'Overdue since' : 'Next due'}
              value={`${shortDay(nextDue)}${dueCoil ? `, ${coilName(dueCoil).toLowerCase()}` : ''}`}
            />
          ) : null}
        </View>
        {place.note ? <Body>{place.note}</Body> : null}
      </Part>
      <LifeLine
        history={history}
        findings={findings}
        systemId={system.id}
        dues={Object.fromEntries(clocks.flatMap((clock) => (clock.kind === 'coil' ? [[clock.of, clock.due]] : [])))}
        fans={fans}
      />
      {system.archived ? null : <DueClocks systemId={system.id} clocks={clocks} agreement={answer.data.agreement ?? null} />}
      <Part>
        <LinkRow title="Put the system right, or move it" href={`/systems/${system.id}/edit`} testID="system-edit" />
        <LinkRow
          title="Record"
          under="All washes, readings and products as one document that holds"
          href={`/systems/${system.id}/record`}
          testID="to-record"
        />
        <LinkRow
          title="Label for the unit"
          under={`Opens this page; code ${unitCode(system.id)}`}
          href={`/systems/${system.id}/label`}
          testID="to-label"
        />
        <LinkRow title={place.name} under="Owner, position, other systems" href={`/places/${place.id}`} testID="to-place" />
      </Part>
      {standing.map((coil) => {
        const lastOf = history.find((visit) => visit.standing === 'closed' && visit.coils.some((row) => row.coilId === coil.id));
        const seen = lastOf?.coils.find((row) => row.coilId === coil.id);
        return (
          <Part key={coil.id} title={<Heading>{coilName(coil)}</Heading>}>
            <Small ink="inkSoft">{`${coilLine(coil)} · ${coil.geometry.finsPerInch} fins per inch`}</Small>
            <GradeStrip faces={coil.geometry.faces} rows={coil.geometry.rows} grades={seen?.after ?? {}} cellHeight={48} />
            <Small ink="inkSoft">
              {seen?.worstAfter === null || seen?.worstAfter === undefined || !lastOf
                ? 'Not graded yet.'
                : `As left on ${shortDay(lastOf.day)}: worst ${seen.worstAfter} ${gradeFacts(seen.worstAfter as Grade).name}.`}
            </Small>
            <Row label="Face area">
              <Why because={areaBecause(coil.geometry)}>
                <Strong>{formatQuantity({ kind: 'area', m2: faceArea(coil.geometry) }, units)}</Strong>
              </Why>
            </Row>
            <LinkRow title="Change how it is built" href={`/systems/${system.id}/coil?coilId=${coil.id}`} testID={`coil-edit-${coil.id}`} />
          </Part>
        );
      })}
      <Part>
        {standing.length === 0 ? (
          <Empty title="No coil yet">Add the outdoor coil, then the indoor one. A visit needs at least one.</Empty>
        ) : null}
        {COIL_ROLES.filter((role) => standing.filter((coil) => coil.role === role).length < MOST_COILS[system.configuration][role]).map(
          (role) => (
            <LinkRow
              key={role}
              title={
                standing.some((coil) => coil.role === role)
                  ? `Add another ${ROLE_NAMES[role].toLowerCase()}`
                  : `Add the ${ROLE_NAMES[role].toLowerCase()}`
              }
              href={`/systems/${system.id}/coil?role=${role}`}
              testID={`add-${role}`}
            />
          ),
        )}
        {away.map((coil) => (
          <Row key={coil.id} label={`${coilName(coil)}, put away`}>
            <IfMay power="records" quiet>
              <Companion title="Bring it back" onPress={() => put({ of: 'coils', id: coil.id, archived: false })} />
            </IfMay>
          </Row>
        ))}
      </Part>
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
      {openFindings.length > 0 ? (
        <Part title={<Heading>Open findings</Heading>}>
          {openFindings.map((finding) => (
            <LinkRow
              key={finding.findingId}
              title={wholeFinding(finding).name}
              under={findingLine(finding, coils, `since ${shortDay(dayOf(finding.at))}`)}
              href={`/systems/${system.id}/finding?findingId=${finding.findingId}`}
              testID={`open-${finding.what}`}
            />
          ))}
        </Part>
      ) : null}
      {ended.length > 0 ? (
        <Part title={<Heading>Findings done with</Heading>}>
          {ended.map((finding) => (
            <LinkRow
              key={finding.findingId}
              title={wholeFinding(finding).name}
              under={findingLine(finding, coils, shortDay(dayOf(finding.at)))}
              href={`/systems/${system.id}/finding?findingId=${finding.findingId}`}
            />
          ))}
        </Part>
      ) : null}
      <TrendPart history={history} coils={coils} systemId={system.id} units={units} />
      <Part title={<Heading>History</Heading>}>
        {history.length === 0 ? (
          <Empty title="No visit yet">After the first visit is closed, what was found and done stands here.</Empty>
        ) : null}
        {history.map((visit) => (
          <View key={visit.id} style={{ gap: space.xs }}>
            <LinkRow
              title={`${shortDay(visit.day)}${visit.standing === 'closed' ? '' : ` · ${STANDING_WORDS[visit.standing].toLowerCase()}`}`}
              under={`Grade ${wash(visit)}${drop(visit, units)}${visit.by ? ` · ${visit.by}` : ''}${visit.note ? `. ${visit.note}` : ''}`}
              href={`/visits/${visit.id}`}
              testID={`past-${visit.id}`}
            />
          </View>
        ))}
      </Part>
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
