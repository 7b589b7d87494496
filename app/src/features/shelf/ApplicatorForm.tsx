import { draftValues, shelfQuery, useFormDraft, useHouseRules, useSaveApplicator } from '@/data';
import { Restored } from '@/features/shared/Restored';
import { Act, Banner, Companion, Heading, Jug, Label, LinkRow, Part, Row, Screen, ScreenHead, Small, ThumbBar, Waiting } from '@/ui';
import type { ApplicatorRecord } from '@elm-mist/contract';
import { CoreError } from '@elm-mist/core/errors';
import { NAME_LENGTH } from '@elm-mist/core/formats';
import { APPLICATOR_KINDS, dialWaterParts, readDial, writeDial, type ApplicatorKind, type DialPosition } from '@elm-mist/core/mix';
import { formatRatio } from '@elm-mist/core/units';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { mixed, object, string } from 'yup';
import { FormField, FormOneOf } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { readAmount, typedAmount, writeAmount } from '../shared/typed';
import { useSave } from '../shared/useSave';
import { shortDay } from '../shared/words';

export const KIND_WORDS: Record<ApplicatorKind, string> = {
  'pump-sprayer': 'Pump sprayer',
  'hand-bottle': 'Hand bottle',
  'foaming-gun': 'Foaming gun',
  bucket: 'Bucket',
};

const LIMITS = [0.05, 250] as const;

interface FormValues {
  name: string;
  kind: ApplicatorKind;
  capacity: string;
  dial: string;
}

/** What a position gives, and how that is known. */
const positionWords = ({ measured, waterParts, mark }: DialPosition): string =>
  measured
    ? `${formatRatio(measured.waterParts)}, measured ${shortDay(measured.day)}`
    : waterParts === null
      ? 'plain water'
      : `${formatRatio(dialWaterParts({ mark, waterParts, measured }))} by its mark`;

export function ApplicatorForm() {
  const { applicatorId } = useLocalSearchParams<{ applicatorId?: string }>();
  const { data } = useQuery(shelfQuery);
  const applicator = data?.applicators.find((row) => row.id === applicatorId);
  if (applicatorId && !applicator)
    return (
      <Screen head={<ScreenHead title="Applicator" />}>
        <Waiting what="the applicator" />
      </Screen>
    );
  return <ApplicatorFields key={applicatorId ?? 'new'} applicator={applicator} />;
}

function ApplicatorFields({ applicator }: { applicator: ApplicatorRecord | undefined }) {
  const { units } = useHouseRules();
  const change = useSaveApplicator();
  const before = applicator?.dial ?? [];
  const key = `applicator.${applicator?.id ?? 'new'}.${units}`;
  const schema = object({
    name: string()
      .defined()
      .trim()
      .required('Give the applicator a name.')
      .max(NAME_LENGTH, `The name may have ${NAME_LENGTH} characters at most.`),
    kind: mixed<ApplicatorKind>().defined(),
    capacity: typedAmount('What it holds', units, ...LIMITS),
    dial: mixed<string>()
      .defined()
      .test('dial', '', (text, context) => {
        try {
          readDial(text ?? '', before);
          return true;
        } catch (error) {
          if (!(error instanceof CoreError)) throw error;
          return context.createError({ message: error.message });
        }
      }),
  });
  const start: FormValues = {
    name: applicator?.name ?? '',
    kind: applicator?.kind ?? 'pump-sprayer',
    capacity: applicator ? writeAmount(applicator.capacityL, units) : '',
    dial: writeDial(before),
  };
  const { control, handleSubmit, setError, watch, reset } = useForm<FormValues>({
    resolver: yupResolver(schema),
    defaultValues: draftValues(key, start),
  });
  const { drop, restored, anew } = useFormDraft(key, watch);
  const [kind, capacity] = useWatch({ control, name: ['kind', 'capacity'] });
  const holds = readAmount(capacity, 'What it holds', units, ...LIMITS);
  const { trouble, save } = useSave((error) => placeErrors(error, setError, { name: 'name', capacityL: 'capacity', dial: 'dial' }));
  const keep = handleSubmit(async (values) => {
    const read = readAmount(values.capacity, 'What it holds', units, ...LIMITS);
    if ('trouble' in read) return;
    const dial = values.kind === 'foaming-gun' ? readDial(values.dial, before) : [];
    await save(
      async () => {
        await change.mutateAsync({
          id: applicator?.id ?? null,
          applicator: { name: values.name.trim(), kind: values.kind, capacityL: read.litres, dial },
        });
        drop();
      },
      () => router.replace('/shelf'),
    );
  });
  return (
    <Screen
      head={<ScreenHead title={applicator?.name ?? 'New applicator'} under="What a mix is made in" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.replace('/shelf')} />
          <Act title="Keep the applicator" onPress={() => void keep()} busy={change.isPending} testID="applicator-save" />
        </ThumbBar>
      }
      page={applicator?.id ?? 'new'}
      testID="applicator-form"
    >
      <Restored
        shown={restored}
        onStartOver={() => {
          reset(start);
          anew();
        }}
      />
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <FormField control={control} name="name" label="Name" />
      <Part first title={<Label>Kind</Label>}>
        <FormOneOf
          control={control}
          name="kind"
          label="Kind"
          options={APPLICATOR_KINDS.map((id) => ({ value: id, label: KIND_WORDS[id] }))}
        />
      </Part>
      <FormField
        control={control}
        name="capacity"
        label="It holds"
        help={units === 'us' ? '2 gal, 36 fl oz' : '5 L, 800 mL'}
        testID="applicator-capacity"
      />
      {'litres' in holds ? <Jug shape={kind} capacityL={holds.litres} layers={[]} system={units} small /> : null}
      {kind === 'foaming-gun' ? (
        <Part title={<Heading>Dial</Heading>}>
          <FormField
            control={control}
            name="dial"
            label="Positions, as marked"
            help="3, 4, 6, 8, 10; or A=3, B=4, E=10, W=water. A bare number is taken as parts of water until it is calibrated. Empty: no dial."
            testID="applicator-dial"
          />
          {before.length > 0 ? (
            <View>
              {before.map((position) => (
                <Row key={position.mark} label={`Mark ${position.mark}`} value={positionWords(position)} />
              ))}
              <LinkRow
                title="Calibrate"
                under="With a bucket and a watch"
                href={`/bench?calculator=calibrate&gun=${applicator?.id ?? ''}`}
              />
            </View>
          ) : null}
          <Small ink="inkSoft">Marks may mean parts of water, or parts in all. Only the bucket knows.</Small>
        </Part>
      ) : null}
    </Screen>
  );
}
