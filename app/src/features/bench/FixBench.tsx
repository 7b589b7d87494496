import { CoreError } from '@elm-mist/core/errors';
import { parseRatio } from '@elm-mist/core/mix';
import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { shelfQuery, useDraft, useHouseRules } from '@/data';
import { Body, Field, Label, OneOf, Part, space } from '@/ui';
import { MixFix } from '../mix/MixFix';

interface Draft {
  target: string;
  applicatorId: string;
}

const NO_CHART = { chart: { light: null, medium: null, heavy: null } };

/** A mix that came out wrong, in any applicator, with no visit. */
export function FixBench() {
  const { units } = useHouseRules();
  const { data } = useQuery(shelfQuery);
  const [draft, keep] = useDraft<Draft>(`bench.fix.${units}`, () => ({ target: '4:1', applicatorId: 'pump-sprayer' }));
  const applicator = data?.applicators.find((row) => row.id === draft.applicatorId) ?? data?.applicators[0];
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
        <Part first title={<Label>Applicator</Label>}>
          <OneOf
            label="Applicator"
            options={data.applicators.map((row) => ({ value: row.id, label: row.name }))}
            value={applicator?.id ?? null}
            onChange={(applicatorId) => keep({ ...draft, applicatorId })}
          />
        </Part>
      ) : null}
      {applicator && target !== null ? (
        <MixFix draftKey={`bench.fix.${units}.in`} applicator={applicator} cleaner={NO_CHART} wanted={target} system={units} />
      ) : null}
    </View>
  );
}
