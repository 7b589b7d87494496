import { figuresOf, type FigureSetting } from '@elm-mist/core/airside';
import { candidateName, confirmWords, diagnose } from '@elm-mist/core/diagnosis';
import { pressureAtAltitudeKPa } from '@elm-mist/core/dryout';
import { REFRIGERANTS, type Refrigerant } from '@elm-mist/core/equipment';
import { airPoints, impossibleIn, judgeable, QUANTITIES, type QuantityId, type ReadingSet } from '@elm-mist/core/readings';
import { isSaturationEstimated } from '@elm-mist/core/refrigerant';
import {
  EFFICIENCY_ERAS,
  EFFICIENCY_NAMES,
  judgeAsFound,
  METERING_DEVICES,
  METERING_NAMES,
  notTried,
  type EfficiencyEra,
  type MeteringDevice,
} from '@elm-mist/core/survey';
import { EDGES, parseSigned, retype, toSi } from '@elm-mist/core/units';
import { meteringWords } from '@elm-mist/core/verdict';
import { View } from 'react-native';
import { useDraft, useHouseRules, useShop } from '@/data';
import { Banner, Body, Field, Heading, Label, OneOf, Part, Row, Small, space, Strong } from '@/ui';
import { AirflowPart, type ComputedFlow, type FlowDraft } from '../readings/AirflowPart';
import { EvidenceWords } from '../readings/candidates';
import { FigureRows } from '../readings/FigureRows';
import { GROUPS, readingsInUnits, type TypedReadings } from '../readings/groups';
import { figureTrouble } from '../shared/figures';
import { PsychroChart } from './PsychroChart';

interface Draft {
  refrigerant: Refrigerant;
  metering: MeteringDevice;
  era: EfficiencyEra;
  tons: string;
  figures: TypedReadings;
  units: 'us' | 'si';
  flow?: FlowDraft | null;
  reckoned?: ComputedFlow | null;
  lineV: string;
  plateV: string;
  ratedUf: string;
  measuredUf: string;
}

const blank = (units: 'us' | 'si'): Draft => ({
  refrigerant: 'R-410A',
  metering: 'unknown',
  era: 'unknown',
  tons: '3',
  figures: {},
  units,
  lineV: '',
  plateV: '',
  ratedUf: '',
  measuredUf: '',
});

const numberIn = (text: string, least = 0): number | null =>
  text.trim() === '' || figureTrouble(text, '') || parseSigned(text) < least ? null : parseSigned(text);

/** Every figure of the readings on its own, with no visit: superheat to cooling, capacitor and volts, and what they may come from. */
export function ReadingsBench() {
  const { units } = useHouseRules();
  const { altitudeM } = useShop();
  const [stored, keep] = useDraft<Draft>('bench.readings', () => blank(units));
  const draft: Draft = {
    ...stored,
    units,
    figures: readingsInUnits(stored.figures, stored.units, units),
    reckoned: stored.reckoned ? { ...stored.reckoned, text: retype('airflow', stored.reckoned.text, stored.units, units) } : null,
  };
  const tons = numberIn(draft.tons, 0.5);
  const setting: FigureSetting = {
    refrigerant: draft.refrigerant,
    metering: draft.metering,
    era: draft.era,
    btuh: Math.min(6, tons ?? 3) * 12_000,
    pressureKPa: pressureAtAltitudeKPa(altitudeM ?? 0),
    ratedA: null,
  };
  const typed = (Object.entries(draft.figures) as [QuantityId, string][]).filter(([, text]) => text.trim() !== '');
  const troubles = Object.fromEntries(
    typed.flatMap(([id, text]) => (figureTrouble(text, QUANTITIES[id].name) ? [[id, figureTrouble(text, QUANTITIES[id].name)]] : [])),
  );
  const set: ReadingSet = Object.fromEntries(
    typed
      .filter(([id]) => !(id in troubles))
      .map(([quantity, text]) => {
        const { edge, instrument } = QUANTITIES[quantity];
        const computed = quantity === 'airflow' && draft.reckoned?.text === text ? draft.reckoned : null;
        const how = computed ? 'reckoned' : 'typed';
        return [quantity, { quantity, value: toSi(edge, text, units), u: computed?.u ?? instrument, how, steady: true, at: '', by: '' }];
      }),
  );
  const kept = judgeable(set);
  const points = airPoints(kept, setting.pressureKPa);
  const told = diagnose(set, setting, { outdoor: null, indoor: null });
  const electric = judgeAsFound({
    ...notTried(),
    lineV: numberIn(draft.lineV),
    plateV: numberIn(draft.plateV, 1),
    ratedUf: numberIn(draft.ratedUf, 0.1),
    measuredUf: numberIn(draft.measuredUf),
  });
  return (
    <View style={{ gap: space.m, maxWidth: 620 }}>
      <Body ink="inkSoft">Type what was read; what can be reckoned from it stands below, at the barometer of the shop’s height.</Body>
      <Label>Refrigerant</Label>
      <OneOf
        label="Refrigerant"
        value={draft.refrigerant}
        onChange={(refrigerant) => keep({ ...draft, refrigerant })}
        options={REFRIGERANTS.map((id) => ({ value: id, label: id === 'unknown' ? 'Not known' : id }))}
      />
      <Label>Metering device</Label>
      <OneOf
        label="Metering device"
        value={draft.metering}
        onChange={(metering) => keep({ ...draft, metering })}
        options={METERING_DEVICES.map((id) => ({ value: id, label: METERING_NAMES[id] }))}
      />
      <Label>Efficiency</Label>
      <OneOf
        label="Efficiency"
        value={draft.era}
        onChange={(era) => keep({ ...draft, era })}
        options={EFFICIENCY_ERAS.map((id) => ({ value: id, label: EFFICIENCY_NAMES[id] }))}
      />
      <Field
        label="Size"
        unit="tons"
        keyboard="decimal-pad"
        value={draft.tons}
        error={tons === null ? 'Size: type tons, half a ton at least.' : undefined}
        onChange={(text) => keep({ ...draft, tons: text })}
      />
      {GROUPS.map((group) => (
        <View key={group.title} style={{ gap: space.s }}>
          <Label ink="inkSoft">{group.title}</Label>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
            {group.of.map((id) => (
              <Field
                key={id}
                grow
                label={QUANTITIES[id].name}
                unit={EDGES[QUANTITIES[id].edge].unit[units]}
                keyboard="numbers-and-punctuation"
                value={draft.figures[id] ?? ''}
                error={troubles[id]}
                onChange={(text) => keep({ ...draft, figures: { ...draft.figures, [id]: text } })}
                testID={`bench-${id}`}
              />
            ))}
          </View>
          {group.of.includes('airflow') ? (
            <AirflowPart
              draft={draft.flow ?? null}
              keep={(flow) => keep({ ...draft, flow })}
              units={units}
              pressureKPa={setting.pressureKPa}
              notYours=""
              use={(computed) => keep({ ...draft, flow: null, reckoned: computed, figures: { ...draft.figures, airflow: computed.text } })}
            />
          ) : null}
        </View>
      ))}
      <Label ink="inkSoft">Supply and capacitor</Label>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
        {(
          [
            ['lineV', 'Line', 'V'],
            ['plateV', 'Plate', 'V'],
            ['ratedUf', 'Capacitor, rated', 'µF'],
            ['measuredUf', 'Capacitor, measured', 'µF'],
          ] as const
        ).map(([name, label, unit]) => (
          <Field
            key={name}
            grow
            label={label}
            unit={unit}
            keyboard="decimal-pad"
            value={draft[name]}
            error={draft[name].trim() === '' ? undefined : figureTrouble(draft[name], label)}
            onChange={(text) => keep({ ...draft, [name]: text })}
            testID={`bench-${name}`}
          />
        ))}
      </View>
      {impossibleIn(set).map((row) => (
        <Banner key={row.message} tone="stop">{`${row.message} Left out of what follows.`}</Banner>
      ))}
      <Part title={<Heading>What it comes to</Heading>} testID="bench-figures">
        {electric.lines.map((row) => (
          <Row key={row.name} label={`${row.name}: ${row.ok ? 'fine' : 'not right'}`} value={row.text} />
        ))}
        <FigureRows side={{ ...figuresOf(kept, setting), set: kept }} units={units} estimated={isSaturationEstimated(draft.refrigerant)} />
      </Part>
      {points.length > 0 ? (
        <Part title={<Heading>The air as a point</Heading>}>
          <PsychroChart points={points} pressureKPa={setting.pressureKPa} units={units} />
        </Part>
      ) : null}
      {told ? (
        <Part title={<Heading>What it may be</Heading>}>
          {told.oneOf.map((candidate) => (
            <View key={`${candidate.id} ${candidate.also ?? ''} ${candidate.quantity ?? ''}`} style={{ gap: space.xs }}>
              <Strong>{`${candidateName(candidate)}, ${Math.round(candidate.probability * 100)} %`}</Strong>
              <EvidenceWords candidate={candidate} units={units} />
            </View>
          ))}
          {confirmWords(told) ? <Small>{confirmWords(told)}</Small> : null}
          {told.metering ? <Small>{meteringWords(told.metering)}</Small> : null}
          {told.next ? (
            <Small>{`Next, ${told.next.quantities.map((id) => QUANTITIES[id].name.toLowerCase()).join(' and ')}.`}</Small>
          ) : null}
        </Part>
      ) : (
        <Small ink="inkSoft">With outdoor air, return air and its wet bulb it is held against what a sound unit would do.</Small>
      )}
    </View>
  );
}
