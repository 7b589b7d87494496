import { CoreError } from '@elm-mist/core/errors';
import { EDGES } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useDraft, useHouseRules } from '@/data';
import { Body, Field, Gauge, Label, line, space, useTokens, Why } from '@/ui';
import type { Calculator, CalculatorResult } from './calculators';

function attempt(
  calculator: Calculator,
  values: Record<string, string>,
  system: 'us' | 'si',
): { result: CalculatorResult } | { field: string; message: string } {
  try {
    return { result: calculator.work(values, system) };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { field: error.field, message: error.message };
  }
}

/** One calculator of the table: lines to fill in, the answer under them. */
export function CalculatorPart({ calculator }: { calculator: Calculator }) {
  const { units } = useHouseRules();
  const tokens = useTokens();
  const [values, keep] = useDraft<Record<string, string>>(`bench.${calculator.id}.${units}`, () =>
    Object.fromEntries(calculator.fields.map((field) => [field.id, field.start[units]])),
  );
  const answer = attempt(calculator, values, units);
  const known = calculator.fields.some((field) => 'field' in answer && field.id === answer.field);
  return (
    <View style={{ gap: space.m, maxWidth: 620 }}>
      <Body ink="inkSoft">{calculator.what}</Body>
      {calculator.fields.map((field) => (
        <Field
          key={field.id}
          label={field.label}
          {...(field.edge && EDGES[field.edge].unit[units] ? { unit: EDGES[field.edge].unit[units] } : {})}
          {...(field.help ? { help: field.help } : {})}
          value={values[field.id] ?? ''}
          onChange={(text) => keep({ ...values, [field.id]: text })}
          error={'field' in answer && answer.field === field.id ? answer.message : undefined}
          testID={`bench-${field.id}`}
        />
      ))}
      <View style={{ borderTopWidth: line.heavy, borderTopColor: tokens.ink, paddingTop: space.m, gap: space.m }} testID="bench-result">
        {'result' in answer ? (
          answer.result.lines.map((row, index) => (
            <View key={row.label}>
              <Label ink="inkSoft">{row.label}</Label>
              {index === 0 ? (
                <Why because={answer.result.because} about={row.label}>
                  <Gauge>{row.value}</Gauge>
                </Why>
              ) : (
                <Gauge>{row.value}</Gauge>
              )}
            </View>
          ))
        ) : (
          <Body ink="inkSoft">{known ? 'The answer stands here once every line can be read.' : answer.message}</Body>
        )}
      </View>
    </View>
  );
}
