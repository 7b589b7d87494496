import { moneySign } from '@/data';
import { Banner, Companion, Field, Heading, OneOf, Part, Small, space } from '@/ui';
import { MOST_PRICES } from '@elm-mist/contract';
import { type PricedDays, PRICED_DAYS } from '@elm-mist/core/tariff';
import { View } from 'react-native';
import type { TypedTariff } from './tariffForm';

interface Typed {
  draft: TypedTariff;
  keep: (draft: TypedTariff) => void;
  /** What is wrong, by field. */
  troubles: Readonly<Record<string, string>>;
}

export const perKwh = () => `${moneySign()} a kWh`;

const DAY_NAMES: Record<PricedDays, string> = { all: 'Every day', weekdays: 'Weekdays', weekends: 'Weekends' };

/** Prices by how much is used in a month. */
export function TiersPart({ draft, keep, troubles }: Typed) {
  const tier = (i: number, next: Partial<TypedTariff['tiers'][number]>) =>
    keep({ ...draft, tiers: draft.tiers.map((row, k) => (k === i ? { ...row, ...next } : row)) });
  return (
    <Part first title={<Heading>Tiers of a month</Heading>}>
      {draft.tiers.map((row, i) => (
        <View key={i} style={{ flexDirection: 'row', gap: space.s }}>
          <Field
            label={i === draft.tiers.length - 1 ? 'Above that' : 'Up to'}
            unit="kWh"
            value={row.upTo}
            onChange={(upTo) => tier(i, { upTo })}
            error={troubles[`upTo${i}`]}
            help={i === draft.tiers.length - 1 ? 'Left empty' : ''}
            keyboard="decimal-pad"
            grow
            testID={`tier-to-${i}`}
          />
          <Field
            label="Price"
            unit={perKwh()}
            value={row.price}
            onChange={(price) => tier(i, { price })}
            error={troubles[`tier${i}`]}
            keyboard="decimal-pad"
            grow
            testID={`tier-price-${i}`}
          />
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
        <Companion
          title="One tier more"
          onPress={() => keep({ ...draft, tiers: [...draft.tiers, { upTo: '', price: '' }] })}
          disabled={draft.tiers.length >= MOST_PRICES}
        />
        {draft.tiers.length > 1 ? <Companion title="One less" onPress={() => keep({ ...draft, tiers: draft.tiers.slice(0, -1) })} /> : null}
      </View>
      {troubles['tiers'] ? <Banner tone="stop">{troubles['tiers']}</Banner> : null}
      <Field
        label="A usual summer month here"
        unit="kWh"
        value={draft.usual}
        onChange={(usual) => keep({ ...draft, usual })}
        error={troubles['usual']}
        help="Says which tier dirt on a coil is paid in"
        keyboard="decimal-pad"
        testID="tier-usual"
      />
    </Part>
  );
}

/** Prices by the hour of the day. */
export function HoursPart({ draft, keep, troubles }: Typed) {
  const period = (i: number, next: Partial<TypedTariff['periods'][number]>) =>
    keep({ ...draft, periods: draft.periods.map((row, k) => (k === i ? { ...row, ...next } : row)) });
  return (
    <Part first title={<Heading>Hours with a price of their own</Heading>}>
      <Small ink="inkSoft">The first that holds counts.</Small>
      {draft.periods.map((row, i) => (
        <PeriodRow
          key={i}
          i={i}
          row={row}
          change={(next) => period(i, next)}
          remove={() => keep({ ...draft, periods: draft.periods.filter((_, k) => k !== i) })}
          troubles={troubles}
        />
      ))}
      <View style={{ alignItems: 'flex-start' }}>
        <Companion
          title="One more"
          onPress={() =>
            keep({ ...draft, periods: [...draft.periods, { name: '', months: '', days: 'weekdays', from: '16', to: '21', price: '' }] })
          }
          disabled={draft.periods.length >= MOST_PRICES}
          testID="period-add"
        />
      </View>
      {troubles['periods'] ? <Banner tone="stop">{troubles['periods']}</Banner> : null}
      <Field
        label="All other hours"
        unit={perKwh()}
        value={draft.other}
        onChange={(other) => keep({ ...draft, other })}
        error={troubles['other']}
        keyboard="decimal-pad"
        testID="tariff-other"
      />
    </Part>
  );
}

type Period = TypedTariff['periods'][number];

function PeriodRow({
  i,
  row,
  change,
  remove,
  troubles,
}: {
  i: number;
  row: Period;
  change: (next: Partial<Period>) => void;
  remove: () => void;
} & Pick<Typed, 'troubles'>) {
  return (
    <View style={{ gap: space.s }} testID={`period-${i}`}>
      <Field label="Name" value={row.name} onChange={(name) => change({ name })} error={troubles[`name${i}`]} testID={`period-name-${i}`} />
      <OneOf
        label={`Days of ${row.name || `period ${i + 1}`}`}
        options={PRICED_DAYS.map((days) => ({ value: days, label: DAY_NAMES[days] }))}
        value={row.days}
        onChange={(days) => change({ days })}
      />
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
        <Field
          label="From"
          unit="o’clock"
          value={row.from}
          onChange={(from) => change({ from })}
          error={troubles[`from${i}`]}
          keyboard="decimal-pad"
          grow
          testID={`period-from-${i}`}
        />
        <Field
          label="To"
          unit="o’clock"
          value={row.to}
          onChange={(to) => change({ to })}
          error={troubles[`to${i}`]}
          keyboard="decimal-pad"
          grow
          testID={`period-to-${i}`}
        />
        <Field
          label="Price"
          unit={perKwh()}
          value={row.price}
          onChange={(price) => change({ price })}
          error={troubles[`period${i}`]}
          keyboard="decimal-pad"
          grow
          testID={`period-price-${i}`}
        />
      </View>
      <Field
        label="Months"
        value={row.months}
        onChange={(months) => change({ months })}
        error={troubles[`months${i}`]}
        help="Like 6-9, or 12, 1, 2; empty for all of them"
        testID={`period-months-${i}`}
      />
      <View style={{ alignItems: 'flex-start' }}>
        <Companion title="Leave it out" onPress={remove} />
      </View>
    </View>
  );
}
