import { useVisit, wallClock } from '@/data';
import { Banner, Body, HazardBox, Heading, LinkBox, Part, Small, Strong } from '@/ui';
import { POWER_SOURCE_NAMES } from '@elm-mist/core/equipment';
import { leftOver, LOCKOUT_TABLE, powerLeftOff, VISIT_STEP_NAMES, type VisitStep } from '@elm-mist/core/run';
import { View } from 'react-native';

/** What is not done before closing: steps, parts that are off, power, and lockout steps that were left out. */
export function LeftOpen({ steps }: { steps: readonly VisitStep[] }) {
  const { state, detail } = useVisit();
  const { visit } = detail;
  const notBack = leftOver(state);
  return (
    <>
      {!state.closed && steps.length > 0 ? (
        <Banner tone="wait">{`Still open: ${steps.map((step) => VISIT_STEP_NAMES[step]).join(', ')}. The visit can be closed all the same; the record will show it.`}</Banner>
      ) : null}
      {!state.closed && notBack.length > 0 ? (
        <Banner
          tone="stop"
          right={
            <LinkBox href={`/visits/${visit.id}/takedown`} style={{ minHeight: 48, justifyContent: 'center', paddingHorizontal: 12 }}>
              <Strong>Takedown</Strong>
            </LinkBox>
          }
        >
          {`Not back yet: ${notBack.join('; ')}.`}
        </Banner>
      ) : null}
      {!state.closed && powerLeftOff(state) ? (
        <HazardBox lead="Before power goes back.">
          Tell the occupant, hands clear of the fan. Whoever pulled the block puts it back. Power-up goes through it step by step.
        </HazardBox>
      ) : null}
      {state.lockoutSkips.length > 0 ? (
        <Part first title={<Heading>Left out of the safety gate</Heading>} testID="gate-skips">
          {state.lockoutSkips.map((skip) => (
            <View key={skip.eventId} style={{ gap: 2 }}>
              <Strong ink="brick">{`${POWER_SOURCE_NAMES[skip.value.source]}: ${LOCKOUT_TABLE[skip.value.step].name.toLowerCase()}`}</Strong>
              <Body>{skip.value.reason}</Body>
              <Small ink="inkSoft">{`${skip.by}, ${wallClock(skip.at, 'h:mm a').toLowerCase()}`}</Small>
            </View>
          ))}
        </Part>
      ) : null}
    </>
  );
}
