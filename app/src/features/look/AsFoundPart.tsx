import { useVisit } from '@/data';
import { Banner, Companion, HazardBox, Heading, Label, OneOf, Part, Row, Small, space } from '@/ui';
import { LICENCE_NAMES, mayDo } from '@elm-mist/core/shop';
import {
  CONTACTOR_FACE_NAMES,
  CONTACTOR_FACES,
  FINDING_TABLE,
  FLOAT_FOUND_NAMES,
  FLOATS_FOUND,
  judgeAsFound,
  LEAST_CHOICE,
  PART_MENDED_NAMES,
  PARTS_MENDED,
  RUN_STATE_NAMES,
  RUN_STATES,
  TRIP_NAMES,
  TRIPS,
  type NotRunning,
} from '@elm-mist/core/survey';
import { Controller, useWatch, type Control } from 'react-hook-form';
import { View } from 'react-native';
import { PhotoPart } from '../photos/PhotoPart';
import { FormField, FormOneOf, FormTick } from '../shared/formField';
import { asFoundOf, type UnitForm } from './unitForm';

const WHY_WORDS: Record<NotRunning, string> = {
  compressor: 'The compressor does not start: refer it before anything is opened.',
  control: 'Supply and contactor are sound, the pan is empty and it is dead: thermostat or board. Refer it.',
  drain: 'The pan is full or the float is up: clear the drain. That is work, and no stop.',
  short: 'It trips at once: a short or a ground fault. Power stays off; refer it.',
  overheats: 'It cuts out hot, and its parts are sound: the wash is the first remedy. Watch the restart, with amps.',
  supply: 'The line voltage is not as it should be: that comes first, by who is licensed.',
  part: 'Capacitor or contactor first, by who is licensed.',
  unclear: 'It does not run. Dead: full pan and float first. Else line voltage, run capacitor and contactor tell why.',
};

/** One choice of the form, under its name. */
function Choice<T extends string>({
  control,
  name,
  label,
  options,
  names,
}: {
  control: Control<UnitForm>;
  name: 'float' | 'trips' | 'mended';
  label: string;
  options: readonly T[];
  names: Readonly<Record<T, string>>;
}) {
  return (
    <View style={{ gap: space.s }}>
      <Label>{label}</Label>
      <Controller
        control={control}
        name={name}
        render={({ field }) => (
          <OneOf
            label={label}
            options={options.map((id) => ({ value: id, label: names[id] }))}
            value={field.value as T}
            onChange={field.onChange}
          />
        )}
      />
    </View>
  );
}

/** The first thing of all: tried before anything is opened. Where it does not run, what tells why, and what the customer chose. */
export function AsFoundPart({ control }: { control: Control<UnitForm> }) {
  const { state, record, who, team } = useVisit();
  const values = useWatch({ control }) as UnitForm;
  const found = asFoundOf(values);
  const { lines, why, stops, findings } = judgeAsFound(found);
  const still = values.runState !== 'unknown' && values.runState !== 'runs' && values.runState !== 'code';
  const may = mayDo('electrical', who, team);
  const open = findings.filter((what) => !state.findings.some((finding) => finding.closedAt === null && finding.value.what === what));
  return (
    <Part first title={<Heading>As found, before anything is opened</Heading>}>
      <FormOneOf
        control={control}
        name="runState"
        label="As found"
        options={RUN_STATES.map((id) => ({ value: id, label: RUN_STATE_NAMES[id] }))}
      />
      {values.runState === 'code' ? <FormField control={control} name="code" label="The code it shows" testID="as-found-code" /> : null}
      {still ? (
        <View style={{ gap: space.m }}>
          <HazardBox lead="Live, and charged.">
            Measuring in the compartment and at the capacitor is for the licensed. The maker’s manual and local code stand first.
          </HazardBox>
          {values.runState === 'dead' ? (
            <Choice control={control} name="float" label="Pan and float switch" options={FLOATS_FOUND} names={FLOAT_FOUND_NAMES} />
          ) : null}
          {values.runState === 'trips' ? (
            <Choice control={control} name="trips" label="It trips" options={TRIPS} names={TRIP_NAMES} />
          ) : null}
          {may.who === 'self' ? (
            <>
              <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
                <FormField control={control} name="lineV" label="Line" unit="V" keyboard="decimal-pad" grow testID="line-v" />
                <FormField control={control} name="plateV" label="Plate" unit="V" keyboard="decimal-pad" grow testID="plate-v" />
              </View>
              <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
                <FormField
                  control={control}
                  name="ratedUf"
                  label="Capacitor, rated"
                  unit="µF"
                  keyboard="decimal-pad"
                  grow
                  testID="rated-uf"
                />
                <FormField
                  control={control}
                  name="measuredUf"
                  label="Measured"
                  unit="µF"
                  keyboard="decimal-pad"
                  grow
                  testID="measured-uf"
                />
              </View>
              <Label>Contactor’s face</Label>
              <FormOneOf
                control={control}
                name="contactor"
                label="Contactor’s face"
                options={CONTACTOR_FACES.map((id) => ({ value: id, label: CONTACTOR_FACE_NAMES[id] }))}
              />
              <PhotoPart coilId={null} when="before" of="the contactor" />
              <FormTick
                control={control}
                name="seized"
                label="Compressor seized or open"
                help="By its windings, measured by who is licensed"
              />
            </>
          ) : (
            <Small>{`${LICENCE_NAMES.electrical} licence: ${may.who === 'crew' ? may.names.join(' or ') : 'nobody of the crew'}. What it hums or trips on is for them.`}</Small>
          )}
        </View>
      ) : null}
      {why === 'part' || values.mended !== 'no' ? (
        <Choice control={control} name="mended" label="The part at fault" options={PARTS_MENDED} names={PART_MENDED_NAMES} />
      ) : null}
      {lines.map((row) => (
        <Row key={row.name} label={`${row.name}: ${row.ok ? 'fine' : 'not right'}`} value={row.text} />
      ))}
      {why ? <Banner tone={stops ? 'stop' : 'info'}>{WHY_WORDS[why]}</Banner> : null}
      {why ? (
        <FormField
          control={control}
          name="reduced"
          label="A reduced job that the customer chose"
          help={`In a sentence, ${LEAST_CHOICE} letters at least. Without it nothing is washed.`}
          multiline
          testID="as-found-reduced"
        />
      ) : null}
      {open.map((what) => (
        <Companion
          key={what}
          title={`Note: ${FINDING_TABLE[what].name.toLowerCase()}`}
          onPress={() =>
            void record({
              kind: 'finding.noted',
              data: {
                what,
                coilId: null,
                note: lines.map((row) => `${row.name} ${row.text}`).join('; '),
                action: FINDING_TABLE[what].action,
              },
            })
          }
        />
      ))}
    </Part>
  );
}
