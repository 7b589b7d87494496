import { useVisit } from '@/data';
import { Banner, HazardBox, Heading, Label, Part, Row, Small, Strong, Why, space } from '@/ui';
import { CONFIGURATION_TABLE, REFRIGERANTS, capacityBecause, capacityFromModel, isA2L, otherMachineWords } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import {
  ARRIVAL_HAZARDS,
  ARRIVAL_HAZARD_NAMES,
  EFFICIENCY_ERAS,
  EFFICIENCY_NAMES,
  METERING_DEVICES,
  METERING_NAMES,
  STORY_FACTS,
  STORY_NAMES,
  SUN_TABLE,
  SYMPTOMS,
  SYMPTOM_NAMES,
} from '@elm-mist/core/survey';
import { EDGES, formatQuantity } from '@elm-mist/core/units';
import { useWatch, type Control } from 'react-hook-form';
import { View } from 'react-native';
import { FormAnyOf, FormField, FormOneOf, FormTick } from '../shared/formField';
import { shortDay } from '../shared/words';
import type { UnitForm } from './unitForm';

type Bound = { control: Control<UnitForm> };

/** Air and sun at the outdoor coil. */
export function AirPart({ control }: Bound) {
  const { units } = useVisit().house;
  return (
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
      <FormOneOf
        control={control}
        name="sun"
        label="Sun on the coil"
        options={Object.values(SUN_TABLE).map((sun) => ({ value: sun.id, label: sun.name }))}
      />
    </Part>
  );
}

/** What the customer says, and what was met on arrival. */
export function StoryPart({ control }: Bound) {
  return (
    <Part title={<Heading>What they say</Heading>}>
      <FormAnyOf
        control={control}
        name="symptoms"
        label="Symptoms"
        options={SYMPTOMS.map((id) => ({ value: id, label: SYMPTOM_NAMES[id] }))}
      />
      <FormField control={control} name="lastService" label="Last washed, they say" />
      <Label>What stands around</Label>
      <FormAnyOf control={control} name="facts" label="Story" options={STORY_FACTS.map((id) => ({ value: id, label: STORY_NAMES[id] }))} />
      <Label>Met on arrival</Label>
      <FormAnyOf
        control={control}
        name="hazards"
        label="Hazards"
        options={ARRIVAL_HAZARDS.map((id) => ({ value: id, label: ARRIVAL_HAZARD_NAMES[id] }))}
      />
      <FormTick control={control} name="helper" label="I have a helper" />
    </Part>
  );
}

/** The data plate. */
export function PlatePart({ control }: Bound) {
  const { detail, house } = useVisit();
  const { system } = detail;
  const { units } = house;
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

  return (
    <Part title={<Heading>The unit</Heading>}>
      <FormField control={control} name="model" label="Model number" {...(capacity.help ? { help: capacity.help } : {})} testID="model" />
      <Row label="Capacity">
        <Why because={capacityBecause({ model, btuh: capacity.btuh, configuration: system.configuration })}>
          <Strong>{formatQuantity({ kind: 'capacity', btuh: capacity.btuh }, units)}</Strong>
        </Why>
      </Row>
      <Label>Refrigerant</Label>
      <FormOneOf
        control={control}
        name="refrigerant"
        label="Refrigerant"
        options={REFRIGERANTS.map((id) => ({ value: id, label: id === 'unknown' ? 'Not sure' : id }))}
      />
      {isA2L(refrigerant) ? (
        <HazardBox lead="Mildly flammable.">No ignition source. Leak-check before electrical work and ventilate.</HazardBox>
      ) : null}
      <FormField control={control} name="serial" label="Serial number" testID="serial" />
      {otherMachine ? <Banner tone="wait">{otherMachine}</Banner> : null}
      <Label>Metering device</Label>
      <FormOneOf
        control={control}
        name="metering"
        label="Metering device"
        options={METERING_DEVICES.map((id) => ({ value: id, label: METERING_NAMES[id] }))}
      />
      <Label>Efficiency</Label>
      <FormOneOf
        control={control}
        name="era"
        label="Efficiency"
        options={EFFICIENCY_ERAS.map((id) => ({ value: id, label: EFFICIENCY_NAMES[id] }))}
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
      <FormTick control={control} name="sensitiveOccupants" label="Someone sensitive lives here" help="Asthma, infants, birds" />
    </Part>
  );
}

/** Where the values of the page come from before anybody typed. */
export function FilledFrom({ feeds }: { feeds: boolean }) {
  const { state, detail } = useVisit();
  return (
    <>
      {!state.site && detail.known.air ? (
        <Small ink="inkSoft">The air is as noted last today at another place. Change what differs.</Small>
      ) : !state.site && feeds ? (
        <Small ink="inkSoft">The air is that of the simulated feed at this hour. Change what differs on the spot.</Small>
      ) : null}
      {detail.known.day ? (
        <Small ink="inkSoft">{`Filled in from the visit of ${shortDay(detail.known.day)}. Ask only what changed.`}</Small>
      ) : null}
    </>
  );
}
