import { LONGEST_WAITS } from '@elm-mist/core/interval';
import {
  BUCKET_WASHERS,
  CHEMISTRY_SCHOOLS,
  DRAIN_SCHOOLS,
  DRIP_SCHOOLS,
  DWELL_SCHOOLS,
  ELECTRICS_SCHOOLS,
  FORCE_SCHOOLS,
  LID_SCHOOLS,
  NO_RINSE_SCHOOLS,
  PAN_HOLE_SCHOOLS,
  PRE_WETS,
  RINSE_SCHOOLS,
  SCHOOL_NAMES,
  SCREEN_SCHOOLS,
  type HouseRules,
} from '@elm-mist/core/method';
import { whoMay } from '@elm-mist/core/people';
import { EDGES, formatDuration, readFigure, showFigure, toSi, trimDecimals } from '@elm-mist/core/units';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { object } from 'yup';
import {
  clockToldMs,
  crewNames,
  forgetAnswers,
  houseRulesQuery,
  moneySign,
  RefusedError,
  shelfQuery,
  shopAheadMin,
  shopQuery,
  shopZone,
  useOpenShop,
  useMay,
  useKeptShell,
  useOutbox,
  useSaveHouseRules,
  useShop,
} from '@/data';
import {
  Companion,
  space,
  AnyOf,
  Banner,
  Body,
  Heading,
  Label,
  LinkRow,
  OneOf,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  Tick,
  useThemeChoice,
  Trouble,
  Waiting,
} from '@/ui';
import { callOut, setSound, setSpeech, soundOn, speechOn } from '@/device/alarm';
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { offlineLine } from './OfflinePage';
import { SignedInPart } from './SignedInPart';
import { ShopLinks } from './ShopLinks';

type SchoolKey = keyof typeof SCHOOL_NAMES;
const SCHOOLS: readonly { key: SchoolKey; question: string; values: readonly string[] }[] = [
  { key: 'chemistry', question: 'Chemistry', values: CHEMISTRY_SCHOOLS },
  { key: 'rinse', question: 'Which way to rinse', values: RINSE_SCHOOLS },
  { key: 'dwell', question: 'How long to soak', values: DWELL_SCHOOLS },
  { key: 'noRinse', question: 'Evaporator “no-rinse” foam', values: NO_RINSE_SCHOOLS },
  { key: 'preWet', question: 'Wetting before foam', values: PRE_WETS },
  { key: 'lid', question: 'Lid during the outside rinse', values: LID_SCHOOLS },
  { key: 'panHoles', question: 'Pan drain holes', values: PAN_HOLE_SCHOOLS },
  { key: 'screens', question: 'Clip-on debris screens', values: SCREEN_SCHOOLS },
  { key: 'electrics', question: 'Water near outdoor electrics', values: ELECTRICS_SCHOOLS },
  { key: 'force', question: 'How hard to rinse outdoors', values: FORCE_SCHOOLS },
  { key: 'bucketWasher', question: 'Small battery washer', values: BUCKET_WASHERS },
  { key: 'drip', question: 'Drip and rest before power', values: DRIP_SCHOOLS },
  { key: 'longestWait', question: 'Longest wait between washes', values: LONGEST_WAITS },
  { key: 'drain', question: 'Drain treatment', values: DRAIN_SCHOOLS },
];

/** House rules: the shop's choices where good technicians differ; and what is set on this device alone. */
export function MoreScreen() {
  const answer = useQuery(houseRulesQuery);
  const save = useSaveHouseRules();
  const { tokens, choose } = useThemeChoice();
  const rules = answer.data;
  const shop = useShop();
  const crew = crewNames(shop);
  const [owns, sets] = [useMay('people'), useMay('rules')];
  const [, again] = useState(0);
  const set = (change: Partial<HouseRules>) => {
    if (rules) save.mutate({ ...rules, ...change });
  };
  const shown = save.isPending && save.variables ? save.variables : rules;
  const shell = useKeptShell();
  return (
    <Screen head={<ScreenHead title="House rules" under={shop.name || 'This shop and this device'} />} testID="more">
      {save.isError ? (
        <Banner tone="stop">
          {save.error instanceof RefusedError
            ? `${Object.values(save.error.fields).join(' ') || save.error.message} It is shown as it is now.`
            : 'The server is away: the rule was not changed. Try again when it is back.'}
        </Banner>
      ) : null}
      <SignedInPart />
      <Part title={<Heading>On this device</Heading>}>
        <Label>Light</Label>
        <OneOf
          label="Light"
          options={[
            { value: 'daylight' as const, label: 'Daylight' },
            { value: 'attic' as const, label: 'Attic' },
          ]}
          value={tokens.name}
          onChange={choose}
        />
        <ClockNote />
        <Label>Alarms</Label>
        <Tick
          label="Sound when foam is ready or must come off"
          value={soundOn()}
          onChange={(on) => {
            setSound(on);
            again((n) => n + 1);
          }}
          testID="alarm-sound"
        />
        <Tick
          label="Say it aloud too"
          help="In this browser’s own voice"
          value={speechOn()}
          onChange={(on) => {
            setSpeech(on);
            again((n) => n + 1);
          }}
          testID="alarm-speech"
        />
        <Companion title="Try the alarm" onPress={() => callOut('ready', 'Rinse section one now.')} />
        <LinkRow title="Open with no signal" under={offlineLine(shell)} href="/shop/offline" testID="more-offline" />
      </Part>
      {!shown ? (
        answer.isError ? (
          <Trouble
            what="The house rules could not be read"
            kept="Plans go by the usual rules until then."
            retry={() => void answer.refetch()}
          />
        ) : (
          <Waiting what="the house rules" />
        )
      ) : (
        <>
          <Part title={<Heading>The shop</Heading>}>
            <ShopLinks crew={crew} shopName={shop.name} />
            {owns ? <WhichShop /> : null}
          </Part>
          {sets ? (
            <Part title={<Heading>In this shop</Heading>}>
              <Body ink="inkSoft">New plans follow these. Plans already made stay as they were.</Body>
              <RuleFigures rules={shown} set={set} />
              {SCHOOLS.map(({ key, question, values }) => (
                <Part key={key} first>
                  <Label>{question}</Label>
                  <OneOf
                    label={question}
                    options={values.map((value) => ({ value, label: (SCHOOL_NAMES[key] as Record<string, string>)[value] ?? value }))}
                    value={shown[key]}
                    onChange={(value) => set({ [key]: value })}
                  />
                </Part>
              ))}
              <PreferredPart rules={shown} set={set} />
            </Part>
          ) : (
            <RulesRead rules={shown} />
          )}
        </>
      )}
    </Screen>
  );
}

/** The shop's choices for whoever may not change them. */
function RulesRead({ rules }: { rules: HouseRules }) {
  return (
    <Part title={<Heading>In this shop</Heading>}>
      <Body ink="inkSoft">{whoMay('rules')}</Body>
      {SCHOOLS.map(({ key, question }) => (
        <Row key={key} label={question} value={(SCHOOL_NAMES[key] as Record<string, string>)[rules[key]] ?? rules[key]} />
      ))}
    </Part>
  );
}

interface FigureForm {
  hourlyRate: string;
  waterPrice: string;
  energyPrice: string;
  minimumOutdoorC: string;
  clearanceM: string;
  clearanceTopM: string;
  hoseLMin: string;
  sprayerLMin: string;
  washerLMin: string;
}

/** What water is priced by. */
const WATER_UNIT = { us: { label: 'a 1,000 gal', m3: 3.785411784 }, si: { label: 'a m³', m3: 1 } } as const;

/** The shop's own numbers: price of an hour, coldest day, room to keep clear. */
function RuleFigures({ rules, set }: { rules: HouseRules; set: (change: Partial<HouseRules>) => void }) {
  const { units } = rules;
  const schema = object({
    hourlyRate: typedFigure('An hour’s work', 'count', units, 0, 1000),
    waterPrice: typedFigure('Water', 'count', units, 0, 1000),
    energyPrice: typedFigure('Energy', 'count', units, 0, 100),
    minimumOutdoorC: typedFigure('Coldest day', 'temperature', units, 0, 20),
    clearanceM: typedFigure('Room all round', 'length', units, 0, 3),
    clearanceTopM: typedFigure('Room above', 'length', units, 0, 5),
    hoseLMin: typedFigure('The hose', 'flow', units, 1, 100),
    sprayerLMin: typedFigure('The pump sprayer', 'flow', units, 0.1, 20),
    washerLMin: typedFigure('The small washer', 'flow', units, 0.1, 20),
  });
  const shown: FigureForm = {
    hourlyRate: showFigure('count', rules.hourlyRate, units),
    waterPrice: trimDecimals(rules.waterPricePerM3 * WATER_UNIT[units].m3, 2),
    energyPrice: trimDecimals(rules.energyPricePerKwh, 4),
    minimumOutdoorC: showFigure('temperature', rules.minimumOutdoorC, units),
    clearanceM: showFigure('length', rules.clearanceM, units),
    clearanceTopM: showFigure('length', rules.clearanceTopM, units),
    hoseLMin: showFigure('flow', rules.hoseLMin, units),
    sprayerLMin: showFigure('flow', rules.sprayerLMin, units),
    washerLMin: showFigure('flow', rules.washerLMin, units),
  };
  const { control, handleSubmit } = useForm<FigureForm>({ resolver: yupResolver(schema), values: shown });
  const keep = handleSubmit((values) => {
    // Shown rounded: left as it is, a number stays as exact as it was.
    const read = (name: keyof FigureForm, exact: number, typed: (text: string) => number) =>
      values[name] === shown[name] ? exact : typed(values[name]);
    set({
      hourlyRate: read('hourlyRate', rules.hourlyRate, readFigure),
      waterPricePerM3: read('waterPrice', rules.waterPricePerM3, (text) => readFigure(text) / WATER_UNIT[units].m3),
      energyPricePerKwh: read('energyPrice', rules.energyPricePerKwh, readFigure),
      minimumOutdoorC: read('minimumOutdoorC', rules.minimumOutdoorC, (text) => toSi('temperature', text, units)),
      clearanceM: read('clearanceM', rules.clearanceM, (text) => toSi('length', text, units)),
      clearanceTopM: read('clearanceTopM', rules.clearanceTopM, (text) => toSi('length', text, units)),
      hoseLMin: read('hoseLMin', rules.hoseLMin, (text) => toSi('flow', text, units)),
      sprayerLMin: read('sprayerLMin', rules.sprayerLMin, (text) => toSi('flow', text, units)),
      washerLMin: read('washerLMin', rules.washerLMin, (text) => toSi('flow', text, units)),
    });
  });
  return (
    <Part first>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField control={control} name="hourlyRate" label="An hour’s work" unit={moneySign()} keyboard="decimal-pad" grow />
        <FormField
          control={control}
          name="waterPrice"
          label="Water"
          unit={`${moneySign()} ${WATER_UNIT[units].label}`}
          keyboard="decimal-pad"
          grow
        />
        <FormField control={control} name="energyPrice" label="Energy" unit={`${moneySign()} a kWh`} keyboard="decimal-pad" grow />
        <FormField
          control={control}
          name="minimumOutdoorC"
          label="Coldest day"
          unit={EDGES.temperature.unit[units]}
          keyboard="decimal-pad"
          grow
        />
        <FormField control={control} name="clearanceM" label="Room all round" unit={EDGES.length.unit[units]} keyboard="decimal-pad" grow />
        <FormField control={control} name="clearanceTopM" label="Room above" unit={EDGES.length.unit[units]} keyboard="decimal-pad" grow />
        <FormField control={control} name="hoseLMin" label="Garden hose flow" unit={EDGES.flow.unit[units]} keyboard="decimal-pad" grow />
        <FormField
          control={control}
          name="sprayerLMin"
          label="Pump sprayer flow"
          unit={EDGES.flow.unit[units]}
          keyboard="decimal-pad"
          grow
        />
        <FormField
          control={control}
          name="washerLMin"
          label="Small washer flow"
          unit={EDGES.flow.unit[units]}
          keyboard="decimal-pad"
          grow
        />
      </View>
      <Companion title="Keep the numbers" onPress={() => void keep()} />
    </Part>
  );
}

/** Cleaners taken before others of their class, in the order they were chosen. Last, since the shelf comes later than the rules. */
function PreferredPart({ rules, set }: { rules: HouseRules; set: (change: Partial<HouseRules>) => void }) {
  const { data } = useQuery(shelfQuery);
  if (!data) return null;
  return (
    <Part first title={<Label>Taken before others of their class</Label>}>
      <AnyOf
        label="Preferred cleaners"
        options={data.cleaners.map((cleaner) => ({ value: cleaner.id, label: cleaner.name }))}
        value={rules.preferredCleaners}
        onChange={(preferredCleaners) => set({ preferredCleaners })}
      />
    </Part>
  );
}

/** From the demo to a shop of one's own, and back: each in a folder of its own, neither ever in the other. */
function WhichShop() {
  const { data } = useQuery(shopQuery);
  const { waiting, makes } = useOutbox();
  const open = useOpenShop();
  const [trouble, setTrouble] = useState('');
  if (!data || (!data.demo && !data.ownIsThere)) return null;
  const left = waiting.length + makes.length;
  const go = () =>
    open.mutate(data.demo ? 'own' : 'demo', {
      onSuccess: () => void forgetAnswers().then(() => window.location.assign(data.demo && !data.ownIsThere ? '/start' : '/')),
      onError: (error) => setTrouble(error instanceof RefusedError ? error.message : 'The server is away: nothing was changed.'),
    });
  return (
    <Part>
      {data.demo ? (
        <Small ink="inkSoft">This is the demo shop. A shop of your own is kept apart from it; the demo stays as it is.</Small>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {left > 0 ? <Banner tone="wait">Entries of this shop wait to be sent first.</Banner> : null}
      <Companion
        title={data.demo ? (data.ownIsThere ? 'Open your own shop' : 'Start your own shop') : 'Open the demo'}
        onPress={go}
        disabled={left > 0}
        busy={open.isPending}
        testID="which-shop"
      />
    </Part>
  );
}

/** Says when this phone's clock is off, and that it does not matter. */
function ClockNote() {
  const behindMs = clockToldMs();
  const aheadMin = shopAheadMin();
  if (aheadMin !== 0)
    return (
      <Banner tone="info">
        {`This phone is in another time zone. Days and times here are the shop’s (${shopZone()}), ${formatDuration(Math.abs(aheadMin) * 60)} ${aheadMin > 0 ? 'ahead of' : 'behind'} this phone.`}
      </Banner>
    );
  if (behindMs === 0) return null;
  return (
    <Banner tone="info">
      {`This phone’s clock is ${formatDuration(Math.round(Math.abs(behindMs) / 1000))} ${behindMs > 0 ? 'behind' : 'ahead of'} the shop’s. Entries and clocks go by the shop’s, so two phones on one visit agree.`}
    </Banner>
  );
}
