import type { CoilRecord } from '@elm-mist/contract';
import { isHeldBack, secondOpinion, type Opinion } from '@elm-mist/core/method';
import { formatDuration, formatQuantity, formatRatio } from '@elm-mist/core/units';
import { useMemo } from 'react';
import { ScrollView, View } from 'react-native';
import { useVisit } from '@/data';
import { Body, Companion, Heading, Label, line, Part, Small, space, Strong, useTokens } from '@/ui';

const ROWS: readonly { label: string; read: (opinion: Opinion, units: 'us' | 'si') => string }[] = [
  {
    label: 'Use',
    read: ({ plan }) => (isHeldBack(plan) ? (plan.stop?.title ?? '') : `${plan.waterFirst ? 'water, then ' : ''}${plan.cleanerName}`),
  },
  {
    label: 'Strength',
    read: ({ plan }) => (plan.waterParts === null ? 'none' : plan.waterParts === 0 ? 'as it is' : formatRatio(plan.waterParts)),
  },
  {
    label: 'Soak',
    read: ({ plan }) =>
      plan.dwell
        ? `${formatDuration(plan.dwell.minS)}${plan.dwell.maxS === null ? ', then condensate' : ` to ${formatDuration(plan.dwell.maxS)}`}`
        : 'none',
  },
  { label: 'Rinse', read: ({ plan }) => plan.rinse.direction },
  { label: 'Steps', read: ({ plan }) => String(plan.steps.length) },
  {
    label: 'Water',
    read: ({ rinseWaterL }, units) => `about ${formatQuantity({ kind: 'volume', litres: Math.round(rinseWaterL) }, units)}`,
  },
  { label: 'Time', read: ({ plan }) => formatDuration(plan.totalSeconds) },
  { label: 'Risk', read: ({ risk }) => risk || 'as your rules weigh it' },
];

/** Two to four schools side by side. Vetoes and labels hold in every one of them. */
export function SecondOpinion({ coil }: { coil: CoilRecord }) {
  const { state, context, shelf, house, record } = useVisit();
  const tokens = useTokens();
  const survey = state.surveys[coil.id]?.value;
  const opinions = useMemo(() => (survey ? secondOpinion(coil, survey, context, shelf, house) : []), [coil, survey, context, shelf, house]);
  if (opinions.length === 0) return null;
  const chosen = state.rules?.value;
  return (
    <Part title={<Heading>Second opinion</Heading>}>
      {chosen && Object.keys(chosen.rules).length > 0 && !state.closed ? (
        <View style={{ gap: space.s }}>
          <Body>{`On this visit: ${chosen.name}.`}</Body>
          <Companion
            title="Back to the house rules"
            onPress={() => record({ kind: 'rules.chosen', data: { name: 'House rules', rules: {} } })}
          />
        </View>
      ) : null}
      {opinions.length === 1 ? (
        <Body ink="inkSoft">Every school comes to the same here.</Body>
      ) : (
        <ScrollView horizontal tabIndex={0} role="region" aria-label="Schools side by side" testID="second-opinion">
          <View style={{ flexDirection: 'row' }}>
            {opinions.map((opinion) => (
              <View
                key={opinion.id}
                style={{
                  width: 172,
                  paddingHorizontal: space.s,
                  borderLeftWidth: opinion.own ? 5 : line.thin,
                  borderLeftColor: opinion.own ? tokens.elm : tokens.ruleStrong,
                  gap: space.s,
                }}
              >
                <Strong>{opinion.name}</Strong>
                {ROWS.map((row) => (
                  <View key={row.label}>
                    <Label ink="inkSoft">{row.label}</Label>
                    <Small>{row.read(opinion, house.units)}</Small>
                  </View>
                ))}
                {opinion.own || state.closed ? null : (
                  <Companion
                    title="Follow it here"
                    onPress={() => record({ kind: 'rules.chosen', data: { name: opinion.name, rules: opinion.rules } })}
                  />
                )}
              </View>
            ))}
          </View>
        </ScrollView>
      )}
    </Part>
  );
}
