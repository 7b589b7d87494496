import { breakEvenStart } from '@elm-mist/core/mix';
import { CoreError } from '@elm-mist/core/errors';
import { breakEven, type BreakEven } from '@elm-mist/core/mix';
import { formatVolume, readFigure } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { View } from 'react-native';
import { shelfQuery, useDraft, useHouseRules, money, moneySign } from '@/data';
import { Body, Field, Gauge, Heading, Label, Part, Small, space, Waiting } from '@/ui';

/** The chart comes with its own script, only when it is looked at. */
const BreakEvenChart = lazy(() => import('./BreakEvenChart'));

const FIELDS = [
  { id: 'gun', label: 'The gun costs once', unit: 'money' },
  { id: 'can', label: 'Cans for one job', unit: 'money' },
  { id: 'canMinutes', label: 'Time with cans', unit: 'min' },
  { id: 'concentrate', label: 'Concentrate for one job', unit: 'money' },
  { id: 'gunMinutes', label: 'Time with the gun', unit: 'min' },
  { id: 'jobs', label: 'Jobs in a season', unit: '' },
] as const;
type FieldId = (typeof FIELDS)[number]['id'];
type Values = Record<FieldId, string>;

const CORE_FIELDS: Record<string, FieldId> = {
  'gun.buyOnce': 'gun',
  'aerosol.productPerJob': 'can',
  'aerosol.minutesPerJob': 'canMinutes',
  'gun.productPerJob': 'concentrate',
  'gun.minutesPerJob': 'gunMinutes',
  jobs: 'jobs',
};

function work(values: Values, hourlyRate: number): { result: BreakEven } | { field: FieldId; message: string } {
  const read = {} as Record<FieldId, number>;
  for (const { id, label } of FIELDS) {
    read[id] = readFigure(values[id]);
    if (Number.isNaN(read[id])) return { field: id, message: `${label}: type a number.` };
  }
  try {
    return {
      result: breakEven({
        aerosol: { buyOnce: 0, productPerJob: read.can, minutesPerJob: read.canMinutes },
        gun: { buyOnce: read.gun, productPerJob: read.concentrate, minutesPerJob: read.gunMinutes },
        hourlyRate,
        jobs: read.jobs,
      }),
    };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { field: CORE_FIELDS[error.field] ?? 'jobs', message: error.message };
  }
}

/** Cans against a gun and concentrate, over the jobs of a season. */
export function BreakEvenPart() {
  const { hourlyRate, units } = useHouseRules();
  const { data: shelf } = useQuery(shelfQuery);
  const usual = breakEvenStart(shelf?.cleaners ?? []);
  const start = (): Values => ({
    gun: String(usual.gun),
    can: usual.can.toFixed(2),
    canMinutes: String(usual.canMinutes),
    concentrate: usual.concentrate.toFixed(2),
    gunMinutes: String(usual.gunMinutes),
    jobs: String(usual.jobs),
  });
  const [values, keep] = useDraft<Values>(`break-even.${shelf ? 'shelf' : 'none'}`, start);
  const answer = work(values, hourlyRate);
  const result = 'result' in answer ? answer.result : null;
  return (
    <>
      <Body ink="inkSoft">A can is quick to take and dear by the job; a gun costs once. From which job on has it paid for itself?</Body>
      {result ? (
        <View style={{ gap: space.m }} testID="break-even">
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }}>
            <View>
              <Label ink="inkSoft">even from job</Label>
              <Gauge>{result.jobs === null ? 'never' : String(result.jobs)}</Gauge>
            </View>
            <View>
              <Label ink="inkSoft">a job with cans</Label>
              <Gauge>{money(result.aerosolPerJob)}</Gauge>
            </View>
            <View>
              <Label ink="inkSoft">a job with the gun</Label>
              <Gauge>{money(result.gunPerJob)}</Gauge>
            </View>
          </View>
          <Suspense fallback={<Waiting what="the chart" lines={4} />}>
            <BreakEvenChart result={result} />
          </Suspense>
        </View>
      ) : null}
      <Part title={<Heading>Your figures</Heading>}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
          {FIELDS.map(({ id, label, unit }) => (
            <View key={id} style={{ flexBasis: 150, flexGrow: 1 }}>
              <Field
                label={label}
                {...(unit ? { unit: unit === 'money' ? moneySign() : unit } : {})}
                value={values[id]}
                onChange={(text) => keep({ ...values, [id]: text })}
                keyboard="decimal-pad"
                error={'field' in answer && answer.field === id ? answer.message : undefined}
                testID={`break-even-${id}`}
              />
            </View>
          ))}
        </View>
        <Small ink="inkSoft">{`Started from the shelf’s prices: two cans to a condenser (common practice, no source), or ${formatVolume(usual.readyL, units)} of ready foam for a three-ton one. An hour counts ${money(hourlyRate)}, from the house rules.`}</Small>
      </Part>
    </>
  );
}
