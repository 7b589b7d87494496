import { gradeFacts, type Grade } from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { savedQuery } from '@/data';
import { Body, Companion, Empty, Heading, Part, Row, Screen, ScreenHead, Small, ThumbBar, Trouble, Waiting } from '@/ui';

const watts = (w: number): string => `${Math.round(w).toLocaleString('en-US')} W`;

/** The shop's own answer: what its measured washes saved, by the grade that was found. */
export function SavedScreen() {
  const answer = useQuery(savedQuery);
  return (
    <Screen
      testID="shop-saved"
      head={<ScreenHead title="What washes saved here" under="By watts before and after, at like conditions" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (router.canGoBack() ? router.back() : router.navigate('/more'))} grow />
        </ThumbBar>
      }
    >
      {!answer.data ? (
        answer.isError ? (
          <Trouble what="It could not be read" kept="Each visit’s own readings say what it saved." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="what washes saved" />
        )
      ) : answer.data.grades.length === 0 ? (
        <Empty title="No wash was measured yet">
          Hold watts, return and supply air before and after a wash: what it saved then stands here, and what dirt costs on Close goes by it
          more with every wash.
        </Empty>
      ) : (
        <Part first title={<Heading>Less power for the same cooling</Heading>}>
          {answer.data.grades.map(({ grade, washes, w, low, high }) => (
            <Row
              key={grade}
              label={`Worst ${grade} ${gradeFacts(grade as Grade).name}, ${washes} ${washes === 1 ? 'wash' : 'washes'}`}
              value={low > 0 ? `${watts(w)}, ${watts(low)} to ${watts(high)}` : `not shown: ${watts(low)} to ${watts(high)}`}
            />
          ))}
          <Small ink="inkSoft">Each with where the mean lies nine times in ten.</Small>
          <Body>
            {`A grade of dirt costs ${answer.data.dirt.factor.toFixed(2)} times what was published, by ${answer.data.dirt.washes} measured ${answer.data.dirt.washes === 1 ? 'wash' : 'washes'} with the published size counted as four: “Costs least” on Close goes by that.`}
          </Body>
        </Part>
      )}
    </Screen>
  );
}
