import { readingText } from '@elm-mist/core/airside';
import { pressureAtAltitudeKPa } from '@elm-mist/core/dryout';
import { probePlace, QUANTITIES, QUICK_SET, typedDoubt, type QuantityId, type Reading, type ReadingWhen } from '@elm-mist/core/readings';
import { hasRunIn, powerClocks } from '@elm-mist/core/run';
import { LICENCE_NAMES, mayDo } from '@elm-mist/core/shop';
import { EDGES, formatClock, retype, toSi } from '@elm-mist/core/units';
import { useCallback, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useDraft, useNow, useVisit } from '@/data';
import { Act, Banner, Body, Companion, Field, HazardBox, Heading, Label, Part, ProbeMap, Row, Small, space, ThumbBar, Tick } from '@/ui';
import { figureTrouble } from '../shared/figures';
import { goTo, VisitScreen, ClosedNote } from '../visit/VisitScreen';
import { AirflowPart, type FlowDraft, type ComputedFlow } from './AirflowPart';
import { GROUPS, QUICK_GROUPS, readingsInUnits, type TypedReadings } from './groups';
import { KitPart } from './KitPart';
import { LoggerPart } from './LoggerPart';
import { useJudgment } from './useJudgment';

interface Typed {
  figures: TypedReadings;
  /** Units they were typed in. */
  units: 'us' | 'si';
  ran: boolean;
  /** Airflow on its way from other readings, and as it was taken from them. */
  flow?: FlowDraft | null;
  reckoned?: ComputedFlow | null;
}

interface Probing {
  from: 'kit' | 'file' | null;
  count: number;
}

/** What is in hand once one of the two says how many readings it has. */
const taking =
  (who: 'kit' | 'file', count: number) =>
  (was: Probing): Probing =>
    count > 0 ? { from: who, count } : was.from === who ? { from: null, count: 0 } : was;

/** Readings of one side: from a kit, out of a logger’s file, or typed. */
export function TakePart({ when, tabs, said }: { when: ReadingWhen; tabs: ReactNode; said: () => void }) {
  const { state, detail, house, record, who, team, own, undo, allCoils } = useVisit();
  const { units } = house;
  const full = house.readings === 'full';
  const [all, setAll] = useState(false);
  const judgment = useJudgment();
  const { set, impossible } = judgment[when];
  const closed = state.closed !== null;
  const [stored, keep, drop] = useDraft<Typed>(`readings.${detail.visit.id}.${when}`, () => ({ figures: {}, units, ran: false }));
  const indoor = allCoils.find((coil) => coil.role === 'evaporator');
  const indoorUnit = (indoor && state.surveys[indoor.id]?.value.answers.indoorUnit) ?? 'unknown';
  const [spot, setSpot] = useState<QuantityId>('outdoorIn');
  const [troubles, setTroubles] = useState<Partial<Record<QuantityId, string>>>({});
  const draft: Typed = {
    ...stored,
    units,
    figures: readingsInUnits(stored.figures, stored.units, units),
    reckoned: stored.reckoned ? { ...stored.reckoned, text: retype('airflow', stored.reckoned.text, stored.units, units) } : null,
  };
  const may = (id: QuantityId) => {
    const { licence } = QUANTITIES[id];
    return licence ? mayDo(licence, who, team) : { who: 'self' as const };
  };
  const mayTake = (id: QuantityId) => may(id).who === 'self';
  const electrical = mayDo('electrical', who, team);
  const pressureKPa = pressureAtAltitudeKPa(detail.place.altitudeM);
  const latest = useRef<Reading[]>([]);
  // What the probes hold, and whose they are: while one of the two has any, the other is put away.
  const [{ from, count: inKit }, setIn] = useState<Probing>({ from: null, count: 0 });
  const inKitNow = useCallback((count: number) => setIn(taking('kit', count)), []);
  const inFileNow = useCallback((count: number) => setIn(taking('file', count)), []);
  const [kitKey, setKitKey] = useState(0);
  const { steadyAtMs } = powerClocks(state.powerUp);
  const now = useNow(when === 'after' && steadyAtMs !== null && !closed);
  const toSteadyS = when === 'before' || steadyAtMs === null ? 0 : Math.max(0, Math.round((steadyAtMs - now) / 1000));
  const steady = when === 'before' ? draft.ran : steadyAtMs !== null ? toSteadyS === 0 : draft.ran;
  const hold = (readings: Reading[]) => readings.length > 0 && record({ kind: 'readings.held', data: { when, readings } });
  const save = () => {
    const typed = (Object.entries(draft.figures) as [QuantityId, string][]).filter(([, text]) => text.trim() !== '');
    const wrong = Object.fromEntries(
      typed.flatMap(([id, text]) => (figureTrouble(text, QUANTITIES[id].name) ? [[id, figureTrouble(text, QUANTITIES[id].name)]] : [])),
    );
    setTroubles(wrong);
    if (Object.keys(wrong).length > 0) return;
    if (typed.length === 0) {
      said();
      return;
    }
    const readings = typed.map(([quantity, text]): Reading => {
      const { edge } = QUANTITIES[quantity];
      // As it was reckoned, unless somebody typed over it.
      const computed = quantity === 'airflow' && draft.reckoned?.text === text ? draft.reckoned : null;
      return {
        quantity,
        value: toSi(edge, text, units),
        u: computed?.u ?? typedDoubt(quantity, !((when === 'after' ? hasRunIn(state.powerUp, Date.now()) : null) ?? full)),
        how: computed ? 'reckoned' : 'typed',
        steady,
      };
    });
    if (hold(readings)) drop();
    keep({ figures: {}, units, ran: draft.ran });
  };
  const others = [...Object.keys(draft.figures), ...Object.keys(set)].some((id) => !QUICK_SET.includes(id as QuantityId));
  const groups = full || all || others || closed ? GROUPS : QUICK_GROUPS;
  const typedAny = Object.values(draft.figures).some((text) => (text ?? '').trim() !== '');
  const last = own('readings');
  return (
    <VisitScreen
      visitStep="check"
      page={`readings ${when}`}
      under={when === 'before' ? 'Readings before the wash' : 'Readings after the wash'}
      foot={
        <ThumbBar>
          <Companion
            title={when === 'before' ? 'Look' : 'Check'}
            onPress={() => goTo(detail.visit.id, when === 'before' ? 'look' : 'check')}
          />
          {inKit > 0 ? (
            <Act
              title={`Hold ${inKit} readings`}
              onPress={() => {
                // Held, the kit is done: a new one is begun.
                if (hold(latest.current)) setKitKey(kitKey + 1);
              }}
              testID="kit-hold"
            />
          ) : (
            <Act
              title={typedAny && !closed ? 'Hold what is typed' : 'What they say'}
              onPress={closed ? said : save}
              testID="readings-hold"
            />
          )}
        </ThumbBar>
      }
    >
      {tabs}
      <ClosedNote />
      {toSteadyS > 0 ? <Banner tone="wait">{`Not steady yet: readings count in ${formatClock(toSteadyS)}.`}</Banner> : null}
      {impossible.map((row) => (
        <Banner key={row.message} tone="stop">{`${row.message} Kept as taken, left out of every verdict.`}</Banner>
      ))}
      {closed || from === 'file' ? null : <KitPart key={`kit ${kitKey}`} when={when} may={mayTake} latest={latest} counted={inKitNow} />}
      {closed || from === 'kit' ? null : <LoggerPart key={`file ${kitKey}`} may={mayTake} latest={latest} counted={inFileNow} />}
      <Part title={<Heading>{closed ? 'Readings' : 'Or typed'}</Heading>}>
        {closed ? null : (
          <>
            <ProbeMap spot={QUANTITIES[spot].spot} />
            <Small ink="inkSoft">{`${QUANTITIES[spot].name}: ${probePlace(spot, indoorUnit)}`}</Small>
            {when === 'before' || steadyAtMs === null ? (
              <Tick
                label={`It has run for ${full ? 'fifteen' : 'five'} minutes`}
                value={draft.ran}
                onChange={(ran) => keep({ ...draft, ran })}
              />
            ) : null}
          </>
        )}
        {groups.map((group) => (
          <View key={group.title} style={{ gap: space.s }}>
            <Label ink="inkSoft">{group.title}</Label>
            {group.of.includes('liquidP') && !closed ? (
              <HazardBox lead="Hot and under pressure.">
                The discharge line burns. Ports and the live compartment are for the licensed; the maker’s manual and local code stand
                first.
              </HazardBox>
            ) : null}
            {group.of.map((id) => {
              const taken = set[id];
              const { name, edge, licence } = QUANTITIES[id];
              const allowed = may(id);
              const shown = taken
                ? `${readingText(id, taken.value, units)}${taken.how === 'typed' ? '' : `, ${taken.how}`}${taken.steady ? '' : ', too early'}`
                : '';
              if (closed) return taken ? <Row key={id} label={name} value={shown} /> : null;
              if (allowed.who !== 'self' && licence)
                return (
                  <Row
                    key={id}
                    label={name}
                    value={
                      taken
                        ? shown
                        : `${LICENCE_NAMES[licence]} licence: ${allowed.who === 'crew' ? allowed.names.join(' or ') : 'nobody here'}`
                    }
                  />
                );
              return (
                <View key={id} style={{ gap: space.s }}>
                  <Field
                    label={`${name}${taken ? ` · held ${shown}` : ''}`}
                    unit={EDGES[edge].unit[units]}
                    keyboard="numbers-and-punctuation"
                    value={draft.figures[id] ?? ''}
                    error={troubles[id]}
                    onFocus={() => setSpot(id)}
                    onChange={(text) => keep({ ...draft, figures: { ...draft.figures, [id]: text } })}
                    testID={`reading-${id}`}
                  />
                  {id === 'airflow' ? (
                    <AirflowPart
                      draft={draft.flow ?? null}
                      keep={(flow) => keep({ ...draft, flow })}
                      units={units}
                      pressureKPa={pressureKPa}
                      notYours={electrical.who === 'self' ? '' : electrical.who === 'crew' ? electrical.names.join(' or ') : 'nobody here'}
                      use={(computed) =>
                        keep({ ...draft, flow: null, reckoned: computed, figures: { ...draft.figures, airflow: computed.text } })
                      }
                    />
                  ) : null}
                </View>
              );
            })}
          </View>
        ))}
        {groups === QUICK_GROUPS ? <Companion title="More readings" onPress={() => setAll(true)} testID="more-readings" /> : null}
        {last && !closed ? <Companion title={`Take back: ${last.words}`} onPress={() => void undo('readings')} /> : null}
        {Object.keys(set).length === 0 && closed ? <Body ink="inkSoft">None were taken.</Body> : null}
      </Part>
    </VisitScreen>
  );
}
