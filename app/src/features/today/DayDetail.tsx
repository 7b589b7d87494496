import { coilName } from '@elm-mist/core/equipment';
import { VISIT_STEP_NAMES } from '@elm-mist/core/run';
import { useQuery } from '@tanstack/react-query';
import { router, useGlobalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { clockTime, dayQuery, today, useHouseRules } from '@/data';
import { Act, Body, Empty, Part, Row, Screen, ScreenHead, Strong, Heading, ThumbBar, Waiting, space } from '@/ui';
import { coilLine, systemLine } from '../shared/words';
import { needLine, UNREAD_WORDS } from './VisitEntry';
import { FitLine } from './FitLine';

/** Wide screen: beside the day's list, the visit that comes next. */
export function DayDetail() {
  const params = useGlobalSearchParams<{ day?: string }>();
  const day = params.day ?? today();
  const { units } = useHouseRules();
  const { data } = useQuery(dayQuery(day));
  if (!data)
    return (
      <Screen head={<ScreenHead title="Next" />}>
        <Waiting what="the next visit" />
      </Screen>
    );
  const next = data.visits.find((row) => row.visit.standing === 'under way') ?? data.visits.find((row) => row.visit.standing === 'planned');
  if (!next) {
    return (
      <Screen head={<ScreenHead title="Next" />}>
        <Empty title="Nothing left to do on this day">Pick a visit at the left to read it, or another day.</Empty>
      </Screen>
    );
  }
  return (
    <Screen
      head={
        <ScreenHead
          title={`Next: ${next.place.name}`}
          under={`${clockTime(next.visit.startMinute)} · ${next.system.name} · ${next.place.address}`}
        />
      }
      foot={
        <ThumbBar>
          <Act title={`Go to ${VISIT_STEP_NAMES[next.visitStep]}`} onPress={() => router.push(`/visits/${next.visit.id}`)} />
        </ThumbBar>
      }
    >
      <Part first title={<Heading>Time</Heading>}>
        {next.unread ? <Strong ink="brick">{UNREAD_WORDS}</Strong> : null}
        <FitLine row={next} />
      </Part>
      <Part title={<Heading>To carry</Heading>}>
        {next.needs.map((need) => (
          <Strong key={need.coilId}>{needLine(need, units)}</Strong>
        ))}
      </Part>
      <Part title={<Heading>The system</Heading>}>
        <View>
          <Row label="System" value={systemLine(next.system)} />
          {next.coils.map((coil) => (
            <Row key={coil.id} label={coilName(coil)} value={coilLine(coil)} />
          ))}
          <Row label="Customer" value={next.place.customerName} />
        </View>
        {next.place.note ? <Body style={{ marginTop: space.s }}>{next.place.note}</Body> : null}
      </Part>
    </Screen>
  );
}
