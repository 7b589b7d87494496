import { whoMay } from '@elm-mist/core/people';
import { isAirOld, pauseOf, type VisitStep } from '@elm-mist/core/run';
import { router } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { useMay, useVisit } from '@/data';
import { Banner, StepBar, Companion, LinkBox, Screen, ScreenHead, Sign, target, Body, ThumbBar, useWide } from '@/ui';
import { systemLine } from '../shared/words';

export const goTo = (visitId: string, visitStep: VisitStep): void => router.navigate(`/visits/${visitId}/${visitStep}`);

/** The frame of every step: whose system this is, the thread of steps, what went wrong, and the step itself. */
export function VisitScreen({
  visitStep,
  under,
  foot,
  page,
  children,
}: {
  visitStep: VisitStep;
  under?: string;
  foot?: ReactNode;
  page?: string;
  children: ReactNode;
}) {
  const { detail, done, problem, clearProblem, state } = useVisit();
  const wide = useWide();
  const enters = useMay('field');
  const { visit, place, system } = detail;
  const head = (
    <ScreenHead
      title={`${place.name} · ${system.name}`}
      under={under ?? systemLine(system)}
      right={
        wide ? null : (
          <LinkBox
            href="/"
            label="Leave the visit, back to the day"
            style={{ width: target.usual, height: target.usual, alignItems: 'center', justifyContent: 'center' }}
          >
            <Sign name="close" size={26} />
          </LinkBox>
        )
      }
    >
      <StepBar current={visitStep} done={done} hrefOf={(to) => `/visits/${visit.id}/${to}`} />
    </ScreenHead>
  );
  return (
    <Screen head={head} foot={enters ? foot : <ReadersFoot />} testID={`bead-${visitStep}`} {...(page ? { page } : {})}>
      {enters ? null : <Banner tone="info">{`You read along. ${whoMay('field')}`}</Banner>}
      {state.cancelled && page !== 'move' ? (
        <Banner tone="wait" right={<Companion title="Look" onPress={() => router.navigate(`/visits/${visit.id}/move`)} />}>
          {`This visit was cancelled: ${state.cancelled.value}`}
        </Banner>
      ) : null}
      {pauseOf(state) && page !== 'pause' ? (
        <Banner
          tone="wait"
          right={<Companion title="Go on" onPress={() => router.navigate(`/visits/${visit.id}/pause`)} testID="to-go-on" />}
        >
          {`It waits. ${pauseOf(state)?.value.reason ?? ''}.`}
        </Banner>
      ) : null}
      {!pauseOf(state) && isAirOld(state, detail.coils) && visitStep !== 'look' ? (
        <Banner tone="wait">The air was noted before the pause: note it again in Look before anything is washed.</Banner>
      ) : null}
      {problem ? (
        <Banner
          tone="stop"
          right={
            <Pressable role="button" aria-label="Put this message aside" onPress={clearProblem} style={{ padding: 8 }}>
              <Sign name="close" ink="brick" />
            </Pressable>
          }
        >
          {problem}
        </Banner>
      ) : null}
      {children}
    </Screen>
  );
}

/** Who only reads gets no button that would be refused. */
function ReadersFoot() {
  return (
    <ThumbBar>
      <Companion title="Back to the day" onPress={() => router.navigate('/')} grow testID="reader-back" />
    </ThumbBar>
  );
}

/** A step that has to wait for an earlier one says which, and leads there. */
export function NotYet({ children }: { children: ReactNode }) {
  return (
    <View>
      <Banner tone="info">{children}</Banner>
    </View>
  );
}

/** When a closed visit is opened again: what was found stays as it was. */
export function ClosedNote() {
  const { state } = useVisit();
  return state.closed ? (
    <Body ink="inkSoft">{`Closed by ${state.closed.by}. What was found and done can be read here, not changed.`}</Body>
  ) : null;
}
