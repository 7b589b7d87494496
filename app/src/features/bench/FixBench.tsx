import { CoreError, parseRatio } from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { shelfQuery, useDraft, useHouseRules } from '@/data';
import { Body, Field, Label, OneOf, Part, space } from '@/ui';
import { MixFix } from '../mix/MixFix';

interface Draft {
  target: string;
  containerId: string;
}

const NO_CHART = { chart: { light: null, medium: null, heavy: null } };

/** A mix that came out wrong, in any container, with no visit. */
export function FixBench() {
  const { units } = useHouseRules();
  const { data } = useQuery(shelfQuery);
  const [draft, keep] = useDraft<Draft>(`bench.fix.${units}`, () => ({ target: '4:1', containerId: 'pump-sprayer' }));
  const container = data?.applicators.find((row) => row.id === draft.containerId) ?? data?.applicators[0];
  let target: number | null = null;
  let trouble: string | undefined;
  try {
    target = parseRatio(draft.target, 'It should be').waterParts;
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    trouble = error.message;
  }
  return (
    <View style={{ gap: space.m, maxWidth: 620 }}>
      <Body ink="inkSoft">Too weak, too strong, or something is in already: what to add, and whether it still fits.</Body>
      <Field
        label="It should be"
        value={draft.target}
        onChange={(text) => keep({ ...draft, target: text })}
        error={trouble}
        testID="bench-target"
      />
      {data ? (
        <Part first title={<Label>Container</Label>}>
          <OneOf
            label="Container"
            options={data.applicators.map((row) => ({ value: row.id, label: row.name }))}
            value={container?.id ?? null}
            onChange={(containerId) => keep({ ...draft, containerId })}
          />
        </Part>
      ) : null}
      {container && target !== null ? (
        <MixFix draftKey={`bench.fix.${units}.in`} container={container} cleaner={NO_CHART} wanted={target} system={units} />
      ) : null}
    </View>
  );
}
