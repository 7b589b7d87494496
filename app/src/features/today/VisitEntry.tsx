import { clockTime, useShop, type useKeptShell } from '@/data';
import { Body, DayRibbon, Figure, Heading, Label, line, LinkBox, Sign, Small, space, Strong, target, useTokens } from '@/ui';
import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import type { HouseRules } from '@elm-mist/core/method';
import { VISIT_STEP_NAMES } from '@elm-mist/core/run';
import { gradeFacts, type Grade } from '@elm-mist/core/survey';
import { formatDuration, formatQuantity, formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useMemo } from 'react';
import { View } from 'react-native';
import { hoursLine, shortDay, STANDING_WORDS } from '../shared/words';
import { FitLine } from './FitLine';
import { ribbonOf } from './ribbonOf';

/** What to expect and carry, in a line for each coil. */
export function needLine(need: TodayVisit['needs'][number], system: UnitSystem): string {
  const grade =
    need.expectedGrade === null
      ? 'not seen before'
      : `${gradeFacts(need.expectedGrade as Grade).name} ${need.expectedGrade}${{ 'last visit': ' last time', survey: ' found', plan: '', 'nothing known': '' }[need.basis]}`;
  const carry =
    need.cleanerName === null
      ? ''
      : need.concentrateL === null
        ? ` · ${need.cleanerName.toLowerCase()} only`
        : ` · ${need.cans === null ? formatVolume(need.concentrateL, system) : `${need.cans} ${need.cans === 1 ? 'can' : 'cans'} of`} ${need.cleanerName}`;
  return `${coilName(need)}: ${grade}${carry}`;
}

/** Where the air of a day is from, in words. */
export const SOURCE_WORDS = {
  simulated: 'Weather simulated.',
  typical: 'Weather of a typical year.',
  read: 'Weather as it was read.',
} as const;

/** The warmest hour of the day in a line. */
export function airLine(weather: DayRecord['weather'] | undefined, system: UnitSystem): string {
  const warmest = [...(weather?.hours ?? [])].sort((a, b) => b.dryBulbC - a.dryBulbC)[0];
  return warmest
    ? ` · up to ${formatQuantity({ kind: 'temperature', celsius: warmest.dryBulbC }, system)} · ${warmest.rhPct} % · ${formatQuantity({ kind: 'speed', ms: warmest.windMs }, system)}`
    : '';
}

/** Where a visit stands, as a word in a box. */
export function StandingTag({ visit }: { visit: TodayVisit }) {
  const tokens = useTokens();
  const { standing } = visit.visit;
  const ground = {
    planned: tokens.sheet,
    'under way': tokens.amberWash,
    suspended: tokens.amberWash,
    closed: tokens.elmWash,
    cancelled: tokens.sheet,
  }[standing];
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: 4,
        alignSelf: 'flex-start',
        borderWidth: line.thin,
        borderColor: tokens.ruleStrong,
        backgroundColor: ground,
        paddingHorizontal: 8,
        paddingVertical: 2,
      }}
    >
      {standing === 'closed' ? <Sign name="check" size={16} ink="elm" /> : null}
      <Label>{standing === 'under way' ? `Under way · ${VISIT_STEP_NAMES[visit.visitStep]}` : STANDING_WORDS[standing]}</Label>
    </View>
  );
}

/** What opens with no signal: visits that were fetched, at an address where the browser keeps the program too. */
export function packedWords({ packed, of }: { packed: number; of: number }, shell: ReturnType<typeof useKeptShell>, away: boolean): string {
  const told = `Packed: ${packed} of ${of}.`;
  if (shell === 'never')
    return `${told} With no signal they open only while this page stays open. Use the shop’s secure address: More, Open with no signal.`;
  if (packed < of) return `${told}${away ? ' The others open once the server is in reach.' : ''}`;
  return shell === 'kept' ? `${told} These open with no signal.` : `${told} Reload to open with no signal.`;
}

/** Of a visit whose plan or times the server could not make out. */
export const UNREAD_WORDS = 'This visit cannot be summed up here. Its entries are kept. Open it and make the plan again.';

export function VisitEntry({
  row,
  current,
  house,
  weather,
}: {
  row: TodayVisit;
  current: boolean;
  house: HouseRules;
  weather: DayRecord['weather'] | undefined;
}) {
  const tokens = useTokens();
  const system = house.units;
  const { crew } = useShop();
  const goes = [crew?.find((member) => member.id === row.visit.crewId)?.name ?? '', hoursLine(row.visit)].filter(Boolean).join(' · ');
  const ribbon = useMemo(
    () => (row.visit.standing === 'closed' || row.visit.standing === 'cancelled' ? null : ribbonOf(row, weather, house)),
    [row, weather, house],
  );
  return (
    <LinkBox
      href={`/visits/${row.visit.id}`}
      current={current ? 'page' : undefined}
      testID={`visit-${row.visit.id}`}
      style={{
        minHeight: target.wet,
        paddingVertical: space.m,
        gap: space.xs,
        borderBottomWidth: line.thin,
        borderBottomColor: tokens.ruleStrong,
        marginHorizontal: -space.l,
        paddingHorizontal: space.l,
        ...(current ? { backgroundColor: tokens.elmWash } : {}),
      }}
    >
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: space.s }}>
        <Heading style={{ flexShrink: 1 }}>{row.place.name}</Heading>
        <Figure>{`${clockTime(row.visit.startMinute)} · ${formatDuration(row.visit.durationMin * 60)}`}</Figure>
      </View>
      {goes ? <Small ink="inkSoft">{goes}</Small> : null}
      <Body ink="inkSoft">{`${row.system.name}${row.visit.purpose ? `, ${row.visit.purpose.toLowerCase()}` : ''} · ${row.place.address}`}</Body>
      {ribbon ? (
        <View style={{ gap: space.xs }} testID={`ribbon-${row.visit.id}`}>
          <DayRibbon cells={ribbon.cells} window={ribbon.window} says={ribbon.says} />
          {ribbon.advice ? <Strong ink="brick">{ribbon.advice}</Strong> : null}
        </View>
      ) : null}
      {row.unread ? <Strong ink="brick">{UNREAD_WORDS}</Strong> : null}
      {row.visit.standing === 'closed' ? null : <FitLine row={row} />}
      {row.visit.standing === 'closed' ? null : row.needs.map((need) => <Small key={need.coilId}>{needLine(need, system)}</Small>)}
      {row.promised.length > 0 ? (
        <Small testID={`promised-${row.visit.id}`}>
          <Strong>Promised: </Strong>
          {row.promised
            .map((one) => (one.parts.length > 0 ? `${one.name.toLowerCase()} (carry ${one.parts.join(', ')})` : one.name.toLowerCase()))
            .join('; ')}
        </Small>
      ) : null}
      {row.pause ? (
        <Small ink="brick">{`${row.pause.value.reason}${row.pause.value.due ? `, due ${shortDay(row.pause.value.due)}` : ''}`}</Small>
      ) : null}
      <StandingTag visit={row} />
    </LinkBox>
  );
}
