import { clockTime, useDraft, useVisit } from '@/data';
import { Act, Banner, Companion, Heading, LinkRow, Part, ThumbBar } from '@/ui';
import { coilName } from '@elm-mist/core/equipment';
import { readingSet } from '@elm-mist/core/readings';
import { formatDuration } from '@elm-mist/core/units';
import { yupResolver } from '@hookform/resolvers/yup';
import { useEffect, useRef, type ReactNode } from 'react';
import { useForm } from 'react-hook-form';
import { ClosedNote, VisitScreen } from '../visit/VisitScreen';
import { AsFoundPart } from './AsFoundPart';
import { inUnits, startUnit, unitEntries, unitSchema, type UnitForm } from './unitForm';
import { AirPart, FilledFrom, PlatePart, StoryPart } from './unitParts';

/** Fields that begin with the air of the feed, and with what the plate said last. */
const FROM_BEFORE = [
  'air',
  'humidity',
  'wind',
  'sun',
  'serial',
  'metering',
  'era',
  'ratedA',
  'plateCharge',
  'plateSubcooling',
  'sensitiveOccupants',
] as const;

export function UnitPart({
  tabs,
  next,
  show,
  base,
}: {
  tabs: ReactNode;
  next: string | undefined;
  show: (part: string) => void;
  /** The entries that this would replace. */
  base: string;
}) {
  const visit = useVisit();
  const { detail, state, house, record, allCoils } = visit;
  const { units } = house;
  const start = () => startUnit(visit);
  const [kept, keep, drop, older] = useDraft<UnitForm>(`look.${detail.visit.id}.unit`, start, base);
  const draft = inUnits({ ...start(), ...kept }, units);
  const { control, handleSubmit, getValues, setValue, reset, subscribe } = useForm<UnitForm>({
    resolver: yupResolver(unitSchema(units)),
    defaultValues: draft,
  });
  useEffect(() => subscribe({ formState: { values: true }, callback: () => keep(getValues()) }), [subscribe, keep, getValues]);
  // A visit made on the device opens before the server has told it the air: what nobody has typed over is filled in when it does.
  const begun = useRef<UnitForm | null>(null);
  useEffect(() => {
    const now = startUnit(visit);
    for (const name of FROM_BEFORE) {
      const field = getValues(name);
      if (begun.current && now[name] !== begun.current[name] && (field === '' || field === begun.current[name])) setValue(name, now[name]);
    }
    begun.current = now;
    // Only what the server told starts it.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [detail.weather, detail.known]);
  const save = handleSubmit((values) => {
    if (record(...unitEntries(visit, values))) {
      drop();
      if (next) show(next);
    }
  });
  const takenBefore = Object.keys(readingSet(state, 'before')).length;
  const nextCoil = allCoils.find((coil) => coil.id === next);
  const closed = state.closed !== null;
  return (
    <VisitScreen
      visitStep="look"
      page="unit"
      foot={
        <ThumbBar>
          <Act
            title={nextCoil ? `Next: ${coilName(nextCoil).toLowerCase()}` : 'Keep'}
            onPress={() => (closed ? next && show(next) : void save())}
            testID="look-next"
          />
        </ThumbBar>
      }
    >
      {tabs}
      <ClosedNote />
      {older ? (
        <Banner
          tone="wait"
          right={
            <Companion
              title="Take mine back"
              onPress={() => {
                const mine = inUnits({ ...start(), ...older }, units);
                keep(mine);
                reset(mine);
              }}
            />
          }
        >
          This was noted again since you began here: that is shown. What you had begun is kept.
        </Banner>
      ) : null}
      {closed ? null : (
        <LinkRow
          title={`${clockTime(detail.visit.startMinute)}, ${formatDuration(detail.visit.durationMin * 60)} set aside`}
          under="Move it, or set more time aside"
          href={`/visits/${detail.visit.id}/move`}
          testID="to-move"
        />
      )}
      <FilledFrom feeds={start().air !== ''} />
      {closed ? null : <AsFoundPart control={control} />}
      <AirPart control={control} />
      <StoryPart control={control} />
      <PlatePart control={control} />
      <Part title={<Heading>Readings before</Heading>}>
        <LinkRow
          title={takenBefore > 0 ? `${takenBefore} held` : 'Take readings'}
          under={
            house.readings === 'none'
              ? 'None asked for. Return humidity still says whether condensate can rinse.'
              : 'They show what the wash did. Return humidity says whether condensate can rinse.'
          }
          href={`/visits/${detail.visit.id}/readings?side=before`}
          testID="to-readings-before"
        />
      </Part>
    </VisitScreen>
  );
}
