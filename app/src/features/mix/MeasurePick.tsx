import { CoreError } from '@elm-mist/core/errors';
import { measureOf, usualMeasure, type Measure, type MeasureId } from '@elm-mist/core/mix';
import { parseVolume, type UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { readDevice, readText, writeDevice } from '@/device/memory';
import { Field, Label, OneOf, Part } from '@/ui';

const CHOICES: Record<UnitSystem, readonly MeasureId[]> = { us: ['floz', 'cup', 'pt', 'qt', 'cap'], si: ['mL', 'L', 'cap'] };
const NAMES: Record<MeasureId, string> = {
  floz: 'fl oz',
  cup: 'Cups',
  pt: 'Pints',
  qt: 'Quarts',
  gal: 'Gallons',
  mL: 'mL',
  L: 'Litres',
  cap: 'Its cap',
};
const MEASURE = 'measure';
const CAP = 'measure.cap';

export interface PickedMeasure {
  /** The measure, or the usual one while a cap has no size yet. */
  measure: Measure;
  id: MeasureId;
  cap: string;
  trouble: string | undefined;
  choose: (id: MeasureId) => void;
  setCap: (text: string) => void;
}

/** What the technician measures concentrate with; kept on the device. */
export function useMeasure(system: UnitSystem): PickedMeasure {
  const [id, setId] = useState<MeasureId>(() => readDevice(MEASURE, CHOICES[system]) ?? usualMeasure(system).id);
  const [cap, setCapText] = useState(() => readText(CAP) ?? '');
  let measure = usualMeasure(system);
  let trouble: string | undefined;
  if (CHOICES[system].includes(id)) {
    try {
      measure = id === 'cap' ? measureOf('cap', parseVolume(cap, system === 'us' ? 'floz' : 'mL', 'The cap')) : measureOf(id);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      trouble = error.message;
    }
  }
  return {
    measure,
    id,
    cap,
    trouble,
    choose: (next) => {
      setId(next);
      writeDevice(MEASURE, next);
    },
    setCap: (text) => {
      setCapText(text);
      writeDevice(CAP, text);
    },
  };
}

export function MeasurePick({ picked, system }: { picked: PickedMeasure; system: UnitSystem }) {
  return (
    <Part first title={<Label>Concentrate measured with</Label>}>
      <OneOf
        label="Concentrate measured with"
        options={CHOICES[system].map((id) => ({ value: id, label: NAMES[id] }))}
        value={picked.id}
        onChange={picked.choose}
      />
      {picked.id === 'cap' ? (
        <Field
          label="The cap holds"
          value={picked.cap}
          onChange={picked.setCap}
          error={picked.cap === '' ? undefined : picked.trouble}
          help={system === 'us' ? 'For example 1 fl oz, or 25 mL' : 'For example 25 mL'}
          testID="cap-size"
        />
      ) : null}
    </Part>
  );
}
