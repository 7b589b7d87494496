import type { ShopSavedRecord } from '@elm-mist/contract';
import { NOT_COUNTED, type GradeSaved } from '@elm-mist/core/savings';
import { gradeFacts, type Grade } from '@elm-mist/core/survey';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { savedQuery } from '@/data';
import { Body, Companion, Empty, Heading, Part, Row, Screen, ScreenHead, Small, ThumbBar, Trouble, Waiting } from '@/ui';

const washesWord = (n: number): string => `${n} ${n === 1 ? 'wash' : 'washes'}`;
const INTERVAL = 'Each with where the mean lies nine times in ten.';

/** The shop's own answer: what its measured washes saved, by the grade that was found. */
export function SavedScreen() {
  const answer = useQuery(savedQuery);
  return (
    <Screen
      testID="shop-saved"
      head={<ScreenHead title="What washes saved here" under="By meters of houses, and by watts before and after" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (router.canGoBack() ? router.back() : router.navigate('/more'))} grow />
        </ThumbBar>
      }
    >
      {answer.data ? (
        <Told saved={answer.data} />
      ) : answer.isError ? (
        <Trouble what="It could not be read" kept="Each visit’s own readings say what it saved." retry={() => void answer.refetch()} />
      ) : (
        <Waiting what="what washes saved" />
      )}
    </Screen>
  );
}

function Told({ saved: { grades, meters, dirt } }: { saved: ShopSavedRecord }) {
  const metered = meters.grades.length > 0 || meters.notCounted.length > 0;
  if (grades.length === 0 && !metered)
    return meters.behind ? (
      <Waiting what="what meters tell" />
    ) : (
      <Empty title="No wash was measured yet">
        Hold watts, return and supply air before and after a wash, or bring in the electricity meter of its house: what it saved then stands
        here, and what dirt costs on Close goes by it more with every wash.
      </Empty>
    );
  return (
    <>
      {metered ? (
        <Part first title={<Heading>Less energy in a year, by meters</Heading>} testID="saved-meters">
          <ByGrade rows={meters.grades} unit="kWh" />
          {meters.grades.length > 0 ? <Small ink="inkSoft">{INTERVAL} Of the whole house, over a year of the same weather.</Small> : null}
          {meters.notCounted.map(({ why, washes }) => (
            <Small key={why}>{`${washesWord(washes)} not counted: ${NOT_COUNTED[why]}.`}</Small>
          ))}
        </Part>
      ) : null}
      {grades.length > 0 ? (
        <Part first={!metered} title={<Heading>Less power for the same cooling, by watts</Heading>} testID="saved-watts">
          <ByGrade rows={grades} unit="W" />
          <Small ink="inkSoft">{INTERVAL}</Small>
        </Part>
      ) : null}
      {meters.behind ? <Waiting what="what meters tell" lines={2} /> : null}
      {dirt.washes > 0 ? (
        <Body testID="saved-dirt">
          {`A grade of dirt costs ${dirt.factor.toFixed(2)} times what was published, by ${dirt.washes} measured ${dirt.washes === 1 ? 'wash' : 'washes'}, each weighed by how sure it is, with the published size counted as four: “Costs least” on Close goes by that.`}
        </Body>
      ) : null}
    </>
  );
}

/** A row for each grade that was found. */
function ByGrade({ rows, unit }: { rows: readonly GradeSaved[]; unit: 'kWh' | 'W' }) {
  const size = (n: number): string => Math.round(n).toLocaleString('en-US').replace('-', '−');
  return rows.map(({ grade, washes, mean, low, high }) => (
    <Row
      key={grade}
      label={`Worst ${grade} ${gradeFacts(grade as Grade).name}, ${washesWord(washes)}`}
      value={`${size(mean)} ${unit}, ${size(low)} to ${size(high)}${low > 0 ? '' : ': not shown'}`}
    />
  ));
}
