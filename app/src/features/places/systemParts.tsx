import { dayOf, today, useHouseRules } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import { Body, Companion, Empty, GradeStrip, Heading, LinkRow, Part, Row, Small, space, Strong, Why } from '@/ui';
import type { CoilRecord, PastVisit, PlaceRecord, SystemDetail, SystemRecord } from '@elm-mist/contract';
import { areaBecause, capacityBecause, COIL_ROLES, coilName, faceArea, isA2L, MOST_COILS, ROLE_NAMES } from '@elm-mist/core/equipment';
import { unitCode } from '@elm-mist/core/record';
import type { FindingLife } from '@elm-mist/core/run';
import { isOpenFinding, wholeFinding } from '@elm-mist/core/run';
import { gradeFacts, type Grade } from '@elm-mist/core/survey';
import { EDGES, formatQuantity, type UnitSystem } from '@elm-mist/core/units';
import { View } from 'react-native';
import { findingLine } from '../findings/findingWords';
import { coilLine, shortDay, STANDING_WORDS, systemLine } from '../shared/words';

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

/** What the system is, and when it is next due. */
export function SystemFacts({ detail }: { detail: SystemDetail }) {
  const { system, place, coils } = detail;
  const { units } = useHouseRules();
  const standing = coils.filter((coil) => !coil.archived);
  const nextClock = (detail.clocks ?? []).find((clock) => clock.kind === 'coil');
  const nextDue = nextClock?.due ?? null;
  const dueCoil = standing.length > 1 ? standing.find((coil) => coil.id === nextClock?.of) : undefined;
  return (
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
  );
}

/** What else there is of the system. */
export function SystemLinks({ system, place }: { system: SystemRecord; place: PlaceRecord }) {
  return (
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
  );
}

/** One coil as it was left last. */
export function CoilOfSystem({ coil, history }: { coil: CoilRecord; history: readonly PastVisit[] }) {
  const { units } = useHouseRules();
  const lastOf = history.find((visit) => visit.standing === 'closed' && visit.coils.some((row) => row.coilId === coil.id));
  const seen = lastOf?.coils.find((row) => row.coilId === coil.id);
  return (
    <Part title={<Heading>{coilName(coil)}</Heading>}>
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
      <LinkRow title="Change how it is built" href={`/systems/${coil.systemId}/coil?coilId=${coil.id}`} testID={`coil-edit-${coil.id}`} />
    </Part>
  );
}

/** Coils that can be added, and those that were put away. */
export function MoreCoils({
  system,
  coils,
  bringBack,
}: {
  system: SystemRecord;
  coils: readonly CoilRecord[];
  bringBack: (id: string) => void;
}) {
  const standing = coils.filter((coil) => !coil.archived);
  const away = coils.filter((coil) => coil.archived);
  return (
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
            <Companion title="Bring it back" onPress={() => bringBack(coil.id)} />
          </IfMay>
        </Row>
      ))}
    </Part>
  );
}

/** Findings that are open, and those that ended. */
export function FindingsOfSystem({
  findings,
  coils,
  systemId,
}: {
  findings: readonly FindingLife[];
  coils: readonly CoilRecord[];
  systemId: string;
}) {
  const openFindings = findings.filter(isOpenFinding);
  const ended = findings.filter((life) => !isOpenFinding(life));
  return (
    <>
      {openFindings.length > 0 ? (
        <Part title={<Heading>Open findings</Heading>}>
          {openFindings.map((finding) => (
            <LinkRow
              key={finding.findingId}
              title={wholeFinding(finding).name}
              under={findingLine(finding, coils, `since ${shortDay(dayOf(finding.at))}`)}
              href={`/systems/${systemId}/finding?findingId=${finding.findingId}`}
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
              href={`/systems/${systemId}/finding?findingId=${finding.findingId}`}
            />
          ))}
        </Part>
      ) : null}
    </>
  );
}

/** Visits, newest first. */
export function HistoryPart({ history }: { history: readonly PastVisit[] }) {
  const { units } = useHouseRules();
  return (
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
  );
}
