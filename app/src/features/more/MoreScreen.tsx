import {
  clockToldMs,
  crewNames,
  houseRulesQuery,
  RefusedError,
  shelfQuery,
  shopAheadMin,
  shopZone,
  useKeptShell,
  useMay,
  useSaveHouseRules,
  useShop,
} from '@/data';
import { callOut, setSound, setSpeech, soundOn, speechOn } from '@/device/alarm';
import {
  AnyOf,
  Banner,
  Body,
  Companion,
  Heading,
  Label,
  LinkRow,
  OneOf,
  Part,
  Row,
  Screen,
  ScreenHead,
  Tick,
  Trouble,
  useThemeChoice,
  Waiting,
} from '@/ui';
import { SCHOOL_NAMES, type HouseRules } from '@elm-mist/core/method';
import { whoMay } from '@elm-mist/core/people';
import { formatDuration } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { offlineLine } from './OfflinePage';
import { RuleFigures } from './RuleFigures';
import { SCHOOLS } from './schools';
import { ShopLinks } from './ShopLinks';
import { SignedInPart } from './SignedInPart';
import { WhichShop } from './WhichShop';

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
