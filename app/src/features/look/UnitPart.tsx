import { yupResolver } from '@hookform/resolvers/yup';
import { capacityBecause, otherMachineWords } from '@elm-mist/core/equipment';
import { capacityFromModel, CONFIGURATION_TABLE, REFRIGERANTS, coilName } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { readingSet } from '@elm-mist/core/readings';
import {
  ARRIVAL_HAZARD_NAMES,
  ARRIVAL_HAZARDS,
  EFFICIENCY_ERAS,
  EFFICIENCY_NAMES,
  METERING_DEVICES,
  METERING_NAMES,
  STORY_FACTS,
  STORY_NAMES,
  SUN_TABLE,
  SYMPTOM_NAMES,
  SYMPTOMS,
} from '@elm-mist/core/survey';
import { EDGES, formatDuration, formatQuantity } from '@elm-mist/core/units';
import { useEffect, useRef, type ReactNode } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { clockTime, useDraft, useVisit } from '@/data';
import {
  Act,
  AnyOf,
  Banner,
  Companion,
  Small,
  HazardBox,
  Heading,
  Label,
  LinkRow,
  OneOf,
  Part,
  Row,
  space,
  Strong,
  ThumbBar,
  Tick,
  Why,
} from '@/ui';
import { FormField } from '../shared/formField';
import { shortDay } from '../shared/words';
import { ClosedNote, VisitScreen } from '../visit/VisitScreen';
import { AsFoundPart } from './AsFoundPart';
import { inUnits, startUnit, unitEntries, unitSchema, type UnitForm } from './unitForm';

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
  const { system } = detail;
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
  const model = useWatch({ control, name: 'model' });
  const refrigerant = useWatch({ control, name: 'refrigerant' });
  const serial = useWatch({ control, name: 'serial' });
  const otherMachine = otherMachineWords(serial, detail.known.identity?.serial ?? '', detail.known.day);
  const capacity = (() => {
    try {
      return { btuh: capacityFromModel(model, CONFIGURATION_TABLE[system.configuration].ductless).btuh, help: '' };
    } catch (error) {
      return { btuh: system.btuh, help: error instanceof CoreError ? error.message : '' };
    }
  })();

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
          This was noted anew since you began here: that is shown. What you had begun is kept.
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
      {!state.site && detail.known.air ? (
        <Small ink="inkSoft">The air is as noted last today at another place. Change what differs.</Small>
      ) : !state.site && start().air !== '' ? (
        <Small ink="inkSoft">The air is that of the simulated feed at this hour. Change what differs on the spot.</Small>
      ) : null}
      {detail.known.day ? (
        <Small ink="inkSoft">{`Filled in from the visit of ${shortDay(detail.known.day)}. Ask only what changed.`}</Small>
      ) : null}
      {closed ? null : <AsFoundPart control={control} />}
      <Part title={<Heading>The air at the outdoor coil</Heading>}>
        <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
          <FormField
            control={control}
            name="air"
            label="Air"
            unit={EDGES.temperature.unit[units]}
            keyboard="numbers-and-punctuation"
            grow
            testID="air"
          />
          <FormField control={control} name="humidity" label="Humidity" unit="%" keyboard="decimal-pad" grow testID="humidity" />
          <FormField control={control} name="wind" label="Wind" unit={EDGES.wind.unit[units]} keyboard="decimal-pad" grow testID="wind" />
        </View>
        <Controller
          control={control}
          name="sun"
          render={({ field }) => (
            <OneOf
              label="Sun on the coil"
              options={Object.values(SUN_TABLE).map((sun) => ({ value: sun.id, label: sun.name }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </Part>
      <Part title={<Heading>What they say</Heading>}>
        <Controller
          control={control}
          name="symptoms"
          render={({ field }) => (
            <AnyOf
              label="Symptoms"
              options={SYMPTOMS.map((id) => ({ value: id, label: SYMPTOM_NAMES[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <FormField control={control} name="lastService" label="Last washed, they say" />
        <Label>What stands around</Label>
        <Controller
          control={control}
          name="facts"
          render={({ field }) => (
            <AnyOf
              label="Story"
              options={STORY_FACTS.map((id) => ({ value: id, label: STORY_NAMES[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Label>Met on arrival</Label>
        <Controller
          control={control}
          name="hazards"
          render={({ field }) => (
            <AnyOf
              label="Hazards"
              options={ARRIVAL_HAZARDS.map((id) => ({ value: id, label: ARRIVAL_HAZARD_NAMES[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          control={control}
          name="helper"
          render={({ field }) => <Tick label="I have a helper" value={field.value} onChange={field.onChange} />}
        />
      </Part>
      <Part title={<Heading>The unit</Heading>}>
        <FormField control={control} name="model" label="Model number" {...(capacity.help ? { help: capacity.help } : {})} testID="model" />
        <Row label="Capacity">
          <Why because={capacityBecause({ model, btuh: capacity.btuh, configuration: system.configuration })}>
            <Strong>{formatQuantity({ kind: 'capacity', btuh: capacity.btuh }, units)}</Strong>
          </Why>
        </Row>
        <Label>Refrigerant</Label>
        <Controller
          control={control}
          name="refrigerant"
          render={({ field }) => (
            <OneOf
              label="Refrigerant"
              options={REFRIGERANTS.map((id) => ({ value: id, label: id === 'unknown' ? 'Not sure' : id }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        {refrigerant === 'R-32' || refrigerant === 'R-454B' ? (
          <HazardBox lead="Mildly flammable.">No ignition source. Leak-check before electrical work and ventilate.</HazardBox>
        ) : null}
        <FormField control={control} name="serial" label="Serial number" testID="serial" />
        {otherMachine ? <Banner tone="wait">{otherMachine}</Banner> : null}
        <Label>Metering device</Label>
        <Controller
          control={control}
          name="metering"
          render={({ field }) => (
            <OneOf
              label="Metering device"
              options={METERING_DEVICES.map((id) => ({ value: id, label: METERING_NAMES[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Label>Efficiency</Label>
        <Controller
          control={control}
          name="era"
          render={({ field }) => (
            <OneOf
              label="Efficiency"
              options={EFFICIENCY_ERAS.map((id) => ({ value: id, label: EFFICIENCY_NAMES[id] }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <FormField control={control} name="madeYear" label="Year made" keyboard="number-pad" />
        <FormField control={control} name="ratedA" label="Rated amps of the compressor" unit="A" keyboard="decimal-pad" />
        <FormField
          control={control}
          name="plateCharge"
          label="Factory charge"
          unit={EDGES.mass.unit[units]}
          keyboard="decimal-pad"
          {...(units === 'us' ? { help: '7 lb 4 oz is 7.25' } : {})}
          testID="plate-charge"
        />
        <FormField
          control={control}
          name="plateSubcooling"
          label="Subcooling that the plate wants"
          unit={EDGES.difference.unit[units]}
          keyboard="decimal-pad"
          help="Valves only; readings are held against it."
          testID="plate-subcooling"
        />
        <Controller
          control={control}
          name="sensitiveOccupants"
          render={({ field }) => (
            <Tick label="Someone sensitive lives here" help="Asthma, infants, birds" value={field.value} onChange={field.onChange} />
          )}
        />
      </Part>
      <Part title={<Heading>Readings before</Heading>}>
        <LinkRow
          title={takenBefore > 0 ? `${takenBefore} held` : 'Take readings'}
          under="Without them nobody sees what the wash did. Return humidity says whether condensate can rinse."
          href={`/visits/${detail.visit.id}/readings?side=before`}
          testID="to-readings-before"
        />
      </Part>
    </VisitScreen>
  );
}
