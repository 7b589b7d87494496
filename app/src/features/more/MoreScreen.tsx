import { CHEMISTRY_SCHOOLS, DWELL_SCHOOLS, NO_RINSE_SCHOOLS, RINSE_SCHOOLS, SCHOOL_NAMES, type HouseRules } from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { houseRulesQuery, setWho, useSaveHouseRules, whoIsThis } from '@/data';
import { Banner, Body, Heading, Label, OneOf, Part, Screen, ScreenHead, Small, useThemeChoice, Trouble, Waiting } from '@/ui';

type SchoolKey = 'chemistry' | 'rinse' | 'dwell' | 'noRinse';
const SCHOOLS: readonly { key: SchoolKey; question: string; values: readonly string[] }[] = [
  { key: 'chemistry', question: 'Chemistry', values: CHEMISTRY_SCHOOLS },
  { key: 'rinse', question: 'Which way to rinse', values: RINSE_SCHOOLS },
  { key: 'dwell', question: 'How long to soak', values: DWELL_SCHOOLS },
  { key: 'noRinse', question: 'Evaporator “no-rinse” foam', values: NO_RINSE_SCHOOLS },
];

/** House rules: the shop's choices where good technicians differ; and what is set on this device alone. */
export function MoreScreen() {
  const answer = useQuery(houseRulesQuery);
  const save = useSaveHouseRules();
  const { tokens, choose } = useThemeChoice();
  const rules = answer.data;
  const [, again] = useState(0);
  const set = (change: Partial<HouseRules>) => {
    if (rules) save.mutate({ ...rules, ...change });
  };
  const shown = save.isPending && save.variables ? save.variables : rules;
  return (
    <Screen head={<ScreenHead title="House rules" under={rules?.shopName || 'This shop and this device'} />} testID="more">
      {save.isError ? <Banner tone="stop">The server is away: the rule was not changed. Try again when it is back.</Banner> : null}
      <Part first title={<Heading>On this device</Heading>}>
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
        {rules && rules.crew.length > 0 ? (
          <>
            <Label>Who holds it</Label>
            <OneOf
              label="Who holds it"
              options={rules.crew.map((name) => ({ value: name, label: name }))}
              value={whoIsThis(rules.crew)}
              onChange={(name) => {
                setWho(name);
                again((n) => n + 1);
              }}
            />
            <Small ink="inkSoft">Every entry is kept with this name.</Small>
          </>
        ) : null}
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
        <Part title={<Heading>In this shop</Heading>}>
          <Body ink="inkSoft">New plans follow these. Plans already made stay as they were.</Body>
          <Label>Units</Label>
          <OneOf
            label="Units"
            options={[
              { value: 'us' as const, label: 'US' },
              { value: 'si' as const, label: 'SI' },
            ]}
            value={shown.units}
            onChange={(units) => set({ units })}
          />
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
        </Part>
      )}
    </Screen>
  );
}
