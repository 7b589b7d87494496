import { AIRFLOW_TABLE, AIRFLOW_WAYS, airflowBy, doubtText, type AirflowWay } from '@elm-mist/core/airside';
import { sourceText } from '@elm-mist/core/because';
import { CoreError } from '@elm-mist/core/errors';
import { LICENCE_NAMES } from '@elm-mist/core/shop';
import { EDGES, retype, showFigure, toSi, type UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Body, Companion, Field, HazardBox, Label, OneOf, Small, space, Strong } from '@/ui';
import { figureTrouble } from '../shared/figures';

/** What was typed for one of the ways, in the units it was typed in. */
export interface FlowDraft {
  way: AirflowWay;
  texts: Partial<Record<string, string>>;
  units: UnitSystem;
}

/** An airflow as it goes into its field, with its doubt, m³/s. */
export interface ComputedFlow {
  text: string;
  u: number;
}

interface Props {
  draft: FlowDraft | null;
  keep: (draft: FlowDraft | null) => void;
  units: UnitSystem;
  pressureKPa: number;
  /** Who may do what wants the electrical licence; empty where it is who asks. */
  notYours: string;
  use: (flow: ComputedFlow) => void;
}

/** Airflow reckoned from strips' heat or from the drop over a clean coil, for who has neither hood nor anemometer. */
export function AirflowPart({ draft: stored, keep, units, pressureKPa, notYours, use }: Props) {
  const [asked, setAsked] = useState(false);
  if (!stored)
    return (
      <View style={{ alignItems: 'flex-start' }}>
        <Companion title="Reckon airflow" onPress={() => keep({ way: 'heat', texts: {}, units })} testID="flow-open" />
      </View>
    );
  const { way } = stored;
  const { when, licence, lead, caution, inputs, because, source } = AIRFLOW_TABLE[way];
  const texts = Object.fromEntries(inputs.map(({ id, edge }) => [id, retype(edge, stored.texts[id] ?? '', stored.units, units)]));
  const draft: FlowDraft = { way, texts, units };
  const barred = licence !== null && notYours !== '';
  const troubles = Object.fromEntries(
    inputs.flatMap(({ id, label }) => {
      const text = texts[id] ?? '';
      const trouble = text.trim() === '' ? `${label}: type a number.` : figureTrouble(text, label);
      return trouble ? [[id, trouble]] : [];
    }),
  );
  const told = computed();
  function computed() {
    if (Object.keys(troubles).length > 0) return null;
    try {
      return airflowBy(way, Object.fromEntries(inputs.map(({ id, edge }) => [id, toSi(edge, texts[id] ?? '', units)])), pressureKPa);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return error;
    }
  }
  const refused = told instanceof CoreError ? told : null;
  return (
    <View style={{ gap: space.s, paddingLeft: space.m }} testID="flow">
      <Label>Airflow from other readings</Label>
      <OneOf
        label="Airflow from other readings"
        value={way}
        onChange={(next) => keep({ ...draft, way: next })}
        options={AIRFLOW_WAYS.map((id) => ({ value: id, label: AIRFLOW_TABLE[id].name }))}
        testID="flow-way"
      />
      <Small>{when}</Small>
      {barred && licence ? (
        <Body>{`${LICENCE_NAMES[licence]} licence: ${notYours}`}</Body>
      ) : (
        <>
          <HazardBox lead={lead}>{caution}</HazardBox>
          {inputs.map(({ id, label, edge }) => (
            <Field
              key={id}
              label={label}
              unit={EDGES[edge].unit[units]}
              keyboard="numbers-and-punctuation"
              value={texts[id] ?? ''}
              error={refused?.field === id ? refused.message : asked || (texts[id] ?? '').trim() !== '' ? troubles[id] : undefined}
              onChange={(text) => keep({ ...draft, texts: { ...texts, [id]: text } })}
              testID={`flow-${id}`}
            />
          ))}
          {told && !(told instanceof CoreError) ? <Strong>{doubtText(told, 'airflow', units)}</Strong> : null}
          <Small ink="inkSoft">{`${because} ${sourceText(source)}.`}</Small>
        </>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Companion title="Put away" onPress={() => keep(null)} testID="flow-close" />
        {barred ? null : (
          <Companion
            title="Take it as the airflow"
            wet
            onPress={() => {
              setAsked(true);
              if (!told || told instanceof CoreError) return;
              use({ text: showFigure('airflow', told.value, units), u: told.u });
            }}
            testID="flow-use"
          />
        )}
      </View>
    </View>
  );
}
