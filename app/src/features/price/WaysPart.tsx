import { coilName } from '@elm-mist/core/equipment';
import type { CoilPlan } from '@elm-mist/core/method';
import { formatMoney, type WayToOpen } from '@elm-mist/core/price';
import type { OpeningId } from '@elm-mist/core/survey';
import { formatDuration } from '@elm-mist/core/units';
import { Pressable, View } from 'react-native';
import { shopCurrency, useVisit } from '@/data';
import { Body, Figure, Heading, line, LinkRow, Part, Small, space, Strong, target, useTokens } from '@/ui';
import { useWays, type PricedJob } from './useVisitPrice';

/** Ways to open, side by side: what each costs, how long it takes hands, and what it leaves. */
export function WaysPart({ jobs }: { jobs: readonly PricedJob[] }) {
  const { state, record } = useVisit();
  const ways = useWays(jobs);
  const tokens = useTokens();
  if (ways.length === 0) return null;
  const washed = jobs.filter(({ plan }) => plan.verdict === 'wash');
  const isChosen = (way: WayToOpen) => washed.every(({ plan }, i) => plan.opening === way.openings[i]);
  const nameOf = (plan: CoilPlan, id: OpeningId | undefined) => plan.openings.find((opening) => opening.id === id)?.name ?? '';
  const choose = (way: WayToOpen) => {
    if (state.closed || isChosen(way)) return;
    const entries = washed.flatMap(({ coil, plan }, i) => {
      const survey = state.surveys[coil.id]?.value;
      const opening = way.openings[i] as OpeningId;
      return survey
        ? [
            {
              kind: 'coil.surveyed' as const,
              data: {
                coilId: coil.id,
                survey: { ...survey, answers: { ...survey.answers, opening: opening === plan.proposedOpening ? null : opening } },
              },
            },
          ]
        : [];
    });
    record(...entries);
  };
  const unpriced = ways.some((way) => way.unpriced.length > 0);
  return (
    <Part title={<Heading>What it costs, what it leaves</Heading>} testID="ways">
      <View role="radiogroup" aria-label="How far to open the whole system" style={{ flexDirection: 'row', gap: space.s }}>
        {ways.map((way) => {
          const chosen = isChosen(way);
          return (
            <Pressable
              key={way.id}
              role="radio"
              aria-checked={chosen}
              onPress={() => choose(way)}
              testID={`way-${way.id}`}
              style={{
                flex: 1,
                minHeight: target.wet,
                padding: space.s,
                gap: space.xs,
                borderWidth: chosen ? line.firm : line.thin,
                borderColor: chosen ? tokens.elm : tokens.ruleStrong,
                backgroundColor: chosen ? tokens.elmWash : tokens.sheet,
                borderRadius: 3,
              }}
            >
              <Strong>{way.name}</Strong>
              <Figure>{way.unpriced.length > 0 && way.net === '0.00' ? 'no price' : formatMoney(way.total, shopCurrency())}</Figure>
              <Small>{`hands on ${formatDuration(way.minutes * 60)}`}</Small>
              <Small ink="inkSoft">{washed.map(({ plan }, i) => nameOf(plan, way.openings[i])).join(', ')}</Small>
              <Small>{way.leaves ? `Leaves: ${way.leaves}` : 'Leaves nothing.'}</Small>
            </Pressable>
          );
        })}
      </View>
      {unpriced ? (
        <LinkRow
          title="Not all of it has a price"
          under={[...new Set(ways.flatMap((way) => way.unpriced))].join('; ')}
          href="/shop/prices"
          testID="to-prices"
        />
      ) : (
        <Body ink="inkSoft">{`From the price book, tax in it, call-out and ${washed.map(({ coil }) => coilName(coil).toLowerCase()).join(' and ')}. Waiting is not sold.`}</Body>
      )}
    </Part>
  );
}
