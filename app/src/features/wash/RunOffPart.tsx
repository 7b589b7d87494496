import { CoreError } from '@elm-mist/core/errors';
import type { CoilPlan } from '@elm-mist/core/method';
import { flatFoamWords, pouredWaterParts, runOffCure, type RunOffCure } from '@elm-mist/core/mix';
import { EDGES, formatRatio, formatVolume, toSi } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Body, Companion, Field, Gauge, Heading, Label, Part, Small, space } from '@/ui';

/** Foam that runs down to the base instead of standing is too wet: say so here, and see what makes it stand. */
export function RunOffPart({ plan }: { plan: CoilPlan }) {
  const { state, record, shelf, applicators, house } = useVisit();
  const { coilId } = plan;
  const { units } = house;
  const batches = (state.mixes[coilId] ?? []).map((row) => row.value);
  const last = batches.at(-1);
  const cleaner = shelf.find((row) => row.id === last?.cleanerId);
  const waterParts = last ? pouredWaterParts(batches, last.cleanerId) : null;
  const applicator = applicators.find((row) => row.id === last?.applicatorId);
  const times = state.ranOff[coilId]?.length ?? 0;
  const [text, setText] = useState('');
  const [flat, setFlat] = useState(false);
  if (!last || !cleaner || waterParts === null) return null;
  const flatHelp = flat ? (
    <Part title={<Heading>Foam barely rises</Heading>} testID="flat-foam">
      {flatFoamWords(cleaner.form).map((words, i) => (
        <Body key={words}>{`${i + 1}. ${words}`}</Body>
      ))}
    </Part>
  ) : null;
  if (times === 0)
    return (
      <View style={{ gap: space.s }}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Companion title="Foam runs off" onPress={() => record({ kind: 'foam.ranOff', data: { coilId } })} wet testID="ran-off" />
          <Companion title={flat ? 'Hide help' : 'Foam barely rises'} onPress={() => setFlat(!flat)} wet testID="flat" />
        </View>
        {flatHelp}
      </View>
    );
  const typed = toSi('volume', text, units);
  const capacityL = applicator?.capacityL ?? Infinity;
  const error =
    text.trim() !== '' && !(typed > 0 && typed <= capacityL)
      ? `Left in it: above 0, at most ${formatVolume(capacityL, units)}.`
      : undefined;
  // Until it is said how much is left, the words and the dial stand; the amount waits for it.
  const cure = cureOf(() =>
    runOffCure({
      leftL: text.trim() === '' || error ? Math.min(capacityL, last.concentrateL + last.waterL) : typed,
      waterParts,
      dial: applicator?.dial ?? [],
      capacityL: Number.isFinite(capacityL) ? capacityL : last.concentrateL + last.waterL,
      form: cleaner.form,
      chart: cleaner.chart,
      shakes: cleaner.handling.includes('shake'),
    }),
  );
  if (!cure) return null;
  const known = text.trim() !== '' && !error;
  const { add, richer } = cure;
  const added = () => {
    if (add?.add !== 'concentrate') return;
    const { cleanerId, applicatorId } = last;
    const data = {
      coilId,
      cleanerId,
      applicatorId,
      targetWaterParts: cure.thenWaterParts ?? waterParts,
      concentrateL: add.addL,
      waterL: 0,
    };
    if (record({ kind: 'mix.made', data })) setText('');
  };
  return (
    <Part title={<Heading>{`Foam runs off${times > 1 ? `, ${times} times` : ''}: it is too wet`}</Heading>} testID="run-off">
      {richer ? (
        <View>
          <Label ink="inkSoft">set the dial to</Label>
          <Gauge>{`${richer.mark} · ${formatRatio(cure.thenWaterParts ?? waterParts)}`}</Gauge>
        </View>
      ) : null}
      {add?.add === 'concentrate' ? (
        <>
          <Field
            label="Left in it"
            unit={EDGES.volume.unit[units]}
            value={text}
            onChange={setText}
            keyboard="decimal-pad"
            error={error}
            testID="run-off-left"
          />
          {known ? (
            <>
              <View>
                <Label ink="inkSoft">
                  {add.tipOutL > 1e-9 ? `tip out ${formatVolume(add.tipOutL, units)}, then add` : 'add concentrate'}
                </Label>
                <Gauge>{`${formatVolume(add.addL, units)} → ${formatRatio(cure.thenWaterParts ?? waterParts)}`}</Gauge>
              </View>
              <Label ink="brick">Gloves and goggles on before the cap is off.</Label>
              <Companion title="It is in" onPress={added} wet testID="run-off-added" />
            </>
          ) : null}
        </>
      ) : null}
      {cure.words.map((words) => (
        <Body key={words}>{words}</Body>
      ))}
      <Small ink="inkSoft">Foam that stands a few minutes carries the soil; what runs off is caught, not let into the drain.</Small>
      <View style={{ alignItems: 'flex-start' }}>
        <Companion title="It runs off again" onPress={() => record({ kind: 'foam.ranOff', data: { coilId } })} wet testID="ran-off-again" />
      </View>
    </Part>
  );
}

/** A cure that cannot be worked out, for example with nothing left in it, is none. */
function cureOf(work: () => RunOffCure): RunOffCure | null {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return null;
  }
}
