import { gradeFacts } from '@elm-mist/core/survey';
import { COST_NAMES, type Debrief, type PracticeCase, type WashEnd } from '@elm-mist/core/trainer';
import { formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Banner, Body, Companion, Heading, Label, Part, Small, space, Strong, useTokens } from '@/ui';
import type { PracticeSeen } from '@/workers/practiceOf';
import { FaceCanvas } from './FaceCanvas';
import { clockText } from './FigureLine';
import type { Rinse } from './useRinse';

const CAUSES = Object.keys(COST_NAMES) as (keyof typeof COST_NAMES)[];
const minutes = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} min`;
/** Both washes played in so many steps, each for so long, ms. */
const PLAY_STEPS = 80;
const PLAY_MS = 100;

function Pair({ name, mine, plans }: { name: string; mine: string; plans: string }) {
  const tokens = useTokens();
  return (
    <View
      role="row"
      style={{
        flexDirection: 'row',
        gap: space.s,
        borderBottomWidth: 1,
        borderBottomColor: tokens.rule,
        paddingVertical: space.xs,
        minHeight: 36,
      }}
    >
      <View role="rowheader" style={{ flex: 2 }}>
        <Body>{name}</Body>
      </View>
      <View role="cell" style={{ flex: 1 }}>
        <Strong>{mine}</Strong>
      </View>
      <View role="cell" style={{ flex: 1 }}>
        <Body>{plans}</Body>
      </View>
    </View>
  );
}

/** Your wash and the plan's of the same coil, played side by side. */
function Ghost({ rinse, given }: { rinse: Rinse; given: PracticeCase }) {
  const [shown, setShown] = useState<{ mine: PracticeSeen; plans: PracticeSeen; longestS: number } | null>(null);
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const { desk, seconds } = rinse;
  useEffect(() => {
    if (!desk) return undefined;
    let off = false;
    void desk.playAt(at, seconds()).then((next) => {
      if (off) return;
      setShown(next);
      if (playing && at >= next.longestS) setPlaying(false);
      else if (playing) setTimeout(() => !off && setAt(Math.min(next.longestS, at + Math.ceil(next.longestS / PLAY_STEPS))), PLAY_MS);
    });
    return () => {
      off = true;
    };
  }, [desk, at, playing, seconds]);
  if (!shown) return null;
  const ended = at >= shown.longestS;
  return (
    <Part title={<Heading>Side by side</Heading>}>
      <View style={{ flexDirection: 'row', gap: space.s }}>
        {(['mine', 'plans'] as const).map((whose) => (
          <View key={whose} style={{ flex: 1, gap: space.xs }}>
            <Label>{`${whose === 'mine' ? 'Yours' : 'The plan’s'} · ${Math.round(shown[whose].lightPct)} % light`}</Label>
            <FaceCanvas
              seen={shown[whose]}
              flashlight={false}
              ratio={given.heightM / given.widthM}
              name={`${whose === 'mine' ? 'Your' : 'The plan’s'} face after ${clockText(Math.min(at, shown[whose].seconds))}: ${Math.round(shown[whose].lightPct)} % of the light comes through`}
              testID={`ghost-${whose}`}
            />
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row', gap: space.s, alignItems: 'center' }}>
        <Companion
          title={playing ? 'Hold' : ended ? 'Play again' : 'Play'}
          onPress={() => {
            if (ended) setAt(0);
            setPlaying(!playing);
          }}
          testID="ghost-play"
        />
        <Companion title="To the end" onPress={() => setAt(shown.longestS)} disabled={ended} />
        <Label>{`at ${clockText(at)}`}</Label>
      </View>
    </Part>
  );
}

/** How it went, beside what the plan would have made of the same coil. */
export function DebriefPart({
  told,
  rinse,
  given,
  wayLine,
  units,
}: {
  told: Debrief;
  rinse: Rinse;
  given: PracticeCase;
  wayLine: string;
  units: UnitSystem;
}) {
  const { learner, plan, costly } = told;
  const grade = ({ grade: value, lightPct }: WashEnd) => `${value} ${gradeFacts(value).name}, ${Math.round(lightPct)} %`;
  return (
    <>
      {costly ? (
        <Banner tone="wait">{costly.words}</Banner>
      ) : (
        <Banner tone="done">Nothing cost more than going on by the plan would have.</Banner>
      )}
      <Part first title={<Heading>How it went</Heading>}>
        <View role="table" aria-label="Your wash and the plan’s">
          <Pair name="" mine="yours" plans="the plan’s" />
          <Pair name="The torch shows grade" mine={grade(learner)} plans={grade(plan)} />
          <Pair name="Time" mine={minutes(learner.minutes)} plans={minutes(plan.minutes)} />
          <Pair name="Water" mine={formatVolume(learner.waterL, units)} plans={formatVolume(plan.waterL, units)} />
          <Pair name="Cleaner, mixed" mine={formatVolume(learner.solutionL, units)} plans={formatVolume(plan.solutionL, units)} />
          <Pair name="Fins folded" mine={`${learner.bentPct.toFixed(1)} %`} plans={`${plan.bentPct.toFixed(1)} %`} />
          <Pair name="Soil that stayed" mine={`${Math.round(learner.leftPct)} %`} plans={`${Math.round(plan.leftPct)} %`} />
        </View>
      </Part>
      <Part title={<Heading>What it comes to</Heading>}>
        <Small ink="inkSoft">Time, and the time to put right what went wrong: judgement, the same for you and for the plan.</Small>
        <View role="table" aria-label="What both washes come to">
          {CAUSES.filter((cause) => learner.cost[cause] >= 0.05 || plan.cost[cause] >= 0.05).map((cause) => (
            <Pair
              key={cause}
              name={`${COST_NAMES[cause].charAt(0).toUpperCase()}${COST_NAMES[cause].slice(1)}`}
              mine={minutes(learner.cost[cause])}
              plans={minutes(plan.cost[cause])}
            />
          ))}
          <Pair name="Together" mine={minutes(learner.cost.total)} plans={minutes(plan.cost.total)} />
        </View>
        <Body>{`The plan for this coil: ${wayLine}`}</Body>
      </Part>
      <Ghost rinse={rinse} given={given} />
    </>
  );
}
