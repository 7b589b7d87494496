import type { ReadingWhen } from '@elm-mist/core/readings';
import { router, useLocalSearchParams } from 'expo-router';
import { Companion, Tabs, ThumbBar, Sign } from '@/ui';
import { useVisit } from '@/data';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { MeaningPart } from './MeaningPart';
import { TakePart } from './TakePart';
import { useJudgment } from './useJudgment';

type Side = ReadingWhen | 'says';

/** Readings of a visit: taken before, taken after, and what they say. The side is in the address, so that a reload stays on it. */
export function ReadingsScreen() {
  const { detail, state } = useVisit();
  const judgment = useJudgment();
  const { side } = useLocalSearchParams<{ side?: string }>();
  const powered = state.powerUp.done.called !== undefined;
  const here: Side = side === 'before' || side === 'after' || side === 'says' ? side : powered ? 'after' : 'before';
  const show = (next: Side) => router.setParams({ side: next });
  const mark = <Sign name="check" size={16} ink="elm" />;
  const taken = (when: ReadingWhen) => Object.keys(judgment[when].set).length > 0;
  const tabs = (
    <Tabs
      label="Readings"
      value={here}
      onChange={show}
      options={[
        { value: 'before', label: 'Before', ...(taken('before') ? { mark } : {}) },
        { value: 'after', label: 'After', ...(taken('after') ? { mark } : {}) },
        { value: 'says', label: 'What they say' },
      ]}
    />
  );
  if (here !== 'says') return <TakePart key={here} when={here} tabs={tabs} said={() => show('says')} />;
  return (
    <VisitScreen
      visitStep="check"
      page="readings"
      under="Readings"
      foot={
        <ThumbBar>
          <Companion title="To Check" onPress={() => goTo(detail.visit.id, 'check')} />
        </ThumbBar>
      }
    >
      {tabs}
      <MeaningPart take={show} />
    </VisitScreen>
  );
}
