import type { PastVisit, SystemDetail } from '@elm-mist/contract';
import {
  capacityFromModel,
  formatQuantity,
  gradeFacts,
  type Because,
  type Grade,
  arithmetic,
  commonPractice,
  faceArea,
  FINDING_TABLE,
  type UnitSystem,
} from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { clockTime, systemQuery, today, useHouseRules } from '@/data';
import {
  Act,
  Body,
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
  Trouble,
  Waiting,
  Why,
} from '@/ui';
import { coilLine, longDay, ROLE_NAMES, shortDay, systemLine } from '../shared/words';
import { EDGES } from '../shared/figures';

/** Why the capacity is what it is: read from the model number, or typed in. */
export function capacityBecause(system: { model: string; btuh: number }): Because {
  const read = (() => {
    try {
      return capacityFromModel(system.model);
    } catch {
      return null;
    }
  })();
  const fromModel = read?.btuh === system.btuh;
  return {
    id: 'capacity',
    title: 'Nominal capacity',
    result: { label: 'Capacity', quantity: { kind: 'capacity', btuh: system.btuh } },
    inputs: [
      { label: 'Model number', text: system.model || 'not noted' },
      ...(fromModel && read ? [{ label: 'Read as', text: `${read.read} thousand Btu/h` }] : []),
    ],
    rules: [
      fromModel
        ? {
            id: 'capacity.model',
            because: 'Makers put the nominal size in the model number, in thousands of Btu/h.',
            source: commonPractice,
          }
        : { id: 'capacity.typed', because: 'Entered from the data plate.', source: { kind: 'label', name: 'the data plate' } },
      { id: 'capacity.tons', because: 'Tons are Btu/h divided by 12,000.', source: arithmetic },
    ],
    changes: [],
  };
}

function areaBecause(coil: SystemDetail['coils'][number]): Because {
  const m2 = faceArea(coil.geometry);
  return {
    id: 'face-area',
    title: 'Face area',
    result: { label: 'Face area', quantity: { kind: 'area', m2 } },
    inputs: [
      { label: 'Finned height', quantity: { kind: 'length', m: coil.geometry.finnedHeightM } },
      ...coil.geometry.faces.map((face) => ({ label: face.name, quantity: { kind: 'length' as const, m: face.widthM } })),
    ],
    rules: [{ id: 'area.sum', because: 'Finned height times the width of each open face, added up.', source: arithmetic }],
    changes: ['One more open face adds its own height times width.'],
  };
}

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
  if (visit.dropBeforeK === null || visit.dropAfterK === null) return '';
  const show = (kelvins: number) => EDGES.difference.fromSi(kelvins, system).toFixed(0);
  return ` · drop ${show(visit.dropBeforeK)} to ${show(visit.dropAfterK)} ${EDGES.difference.unit[system]}`;
}

export function SystemPage() {
  const { systemId } = useLocalSearchParams<{ systemId: string }>();
  const answer = useQuery(systemQuery(systemId));
  const { units } = useHouseRules();
  if (!answer.data) {
    return (
      <Screen head={<ScreenHead title="System" />}>
        {answer.isError ? (
          <Trouble what={answer.error.message} kept="Nothing was lost." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the system" lines={8} />
        )}
      </Screen>
    );
  }
  const { system, place, coils, history, upcoming, openFindings } = answer.data;
  const last = history.find((visit) => visit.standing === 'closed');
  return (
    <Screen
      testID="system-page"
      head={<ScreenHead title={`${place.name} · ${system.name}`} under={`${place.customerName} · ${place.address}`} />}
      foot={
        <ThumbBar>
          <Act title="Plan a visit" onPress={() => router.push(`/systems/${system.id}/new-visit`)} disabled={coils.length === 0} />
        </ThumbBar>
      }
    >
      <Part first title={<Heading>System</Heading>}>
        <View>
          <Row label="Kind" value={systemLine(system)} />
          <Row label="Capacity">
            <Why because={capacityBecause(system)}>
              <Strong>{formatQuantity({ kind: 'capacity', btuh: system.btuh }, units)}</Strong>
            </Why>
          </Row>
          <Row
            label="Refrigerant"
            value={`${system.refrigerant}${system.refrigerant === 'R-32' || system.refrigerant === 'R-454B' ? ' · mildly flammable' : ''}`}
          />
          <Row
            label="Made"
            value={
              system.madeYear ? `${system.madeYear}, ${Math.max(0, Number(today().slice(0, 4)) - system.madeYear)} years old` : 'not noted'
            }
          />
          {last?.nextDue ? <Row label={last.nextDue < today() ? 'Overdue since' : 'Next due'} value={shortDay(last.nextDue)} /> : null}
        </View>
        {place.note ? <Body>{place.note}</Body> : null}
      </Part>
      {coils.map((coil) => {
        const seen = last?.coils.find((row) => row.coilId === coil.id);
        return (
          <Part key={coil.id} title={<Heading>{ROLE_NAMES[coil.role]}</Heading>}>
            <Small ink="inkSoft">{`${coilLine(coil)} · ${coil.geometry.finsPerInch} fins per inch`}</Small>
            <GradeStrip faces={coil.geometry.faces} rows={coil.geometry.rows} grades={seen?.after ?? {}} cellHeight={48} />
            <Small ink="inkSoft">
              {seen?.worstAfter === null || seen?.worstAfter === undefined || !last
                ? 'Not graded yet.'
                : `As left on ${shortDay(last.day)}: worst ${seen.worstAfter} ${gradeFacts(seen.worstAfter as Grade).name}.`}
            </Small>
            <Row label="Face area">
              <Why because={areaBecause(coil)}>
                <Strong>{formatQuantity({ kind: 'area', m2: faceArea(coil.geometry) }, units)}</Strong>
              </Why>
            </Row>
            <LinkRow title="Change how it is built" href={`/systems/${system.id}/coil?coilId=${coil.id}`} />
          </Part>
        );
      })}
      {coils.length < 2 ? (
        <Part>
          {coils.length === 0 ? (
            <Empty title="No coil yet">Add the outdoor coil, then the indoor one. A visit needs at least one.</Empty>
          ) : null}
          {(['condenser', 'evaporator'] as const)
            .filter((role) => !coils.some((coil) => coil.role === role))
            .map((role) => (
              <LinkRow
                key={role}
                title={`Add the ${ROLE_NAMES[role].toLowerCase()}`}
                href={`/systems/${system.id}/coil?role=${role}`}
                testID={`add-${role}`}
              />
            ))}
        </Part>
      ) : null}
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
            <Row
              key={finding.findingId}
              label={`${FINDING_TABLE[finding.what].name}, since ${shortDay(finding.day)}`}
              value={finding.action}
            />
          ))}
        </Part>
      ) : null}
      <Part title={<Heading>History</Heading>}>
        {history.length === 0 ? (
          <Empty title="No visit yet">After the first visit is closed, what was found and done stands here.</Empty>
        ) : null}
        {history.map((visit) => (
          <View key={visit.id} style={{ gap: space.xs }}>
            <LinkRow
              title={`${shortDay(visit.day)}${visit.standing === 'closed' ? '' : ' · under way'}`}
              under={`Grade ${wash(visit)}${drop(visit, units)}${visit.by ? ` · ${visit.by}` : ''}${visit.note ? `. ${visit.note}` : ''}`}
              href={`/visits/${visit.id}`}
              testID={`past-${visit.id}`}
            />
          </View>
        ))}
      </Part>
    </Screen>
  );
}
