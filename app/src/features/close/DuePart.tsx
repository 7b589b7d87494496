import type { PayDay } from '@elm-mist/core/closing';
import { dayLater, longDay } from '@elm-mist/core/clock';
import { coilName } from '@elm-mist/core/equipment';
import type { CoilDueDate, NextDue, Upkeep } from '@elm-mist/core/interval';
import type { CoilBuild } from '@elm-mist/core/method';
import { formatMoney } from '@elm-mist/core/price';
import { useState } from 'react';
import { View } from 'react-native';
import { dayOf, sharedNow, shopCurrency, useVisit } from '@/data';
import { Companion, Heading, LinkRow, Part, Row, Small, space, Strong, Why } from '@/ui';
import { useEnergyPrice } from '../shared/energyPrice';
import { SetDay } from '../shared/SetDay';

/** When each coil is due again and why; a day may be set by hand with a word why, and goes back to what is reckoned. */
export function DuePart({
  dues,
  upkeep,
  pays,
  minutes,
}: {
  dues: { coils: { coilId: string; due: CoilDueDate }[]; first: NextDue };
  /** When filter, drain, wheel and a salt rinse are due. */
  upkeep: readonly Upkeep[];
  /** When each coil's next wash costs least; none where prices are not known. */
  pays: readonly PayDay[];
  /** Time on site. */
  minutes: number;
}) {
  const { state, allCoils } = useVisit();
  const price = useEnergyPrice();
  const { first } = dues;
  const closed = state.closed?.value;
  return (
    <Part title={<Heading>When next</Heading>} testID="when-next">
      <Row label="Next due">
        <Told day={closed?.nextDue ?? null} due={first} />
      </Row>
      <Small ink="inkSoft">{closed?.why ?? first.because.rules[0]?.because ?? ''}</Small>
      {allCoils.map((coil) => {
        const due = dues.coils.find((row) => row.coilId === coil.id)?.due;
        const told = closed?.coils?.find((row) => row.coilId === coil.id)?.nextDue;
        const pay = pays.find((row) => row.coilId === coil.id);
        return due ? <CoilDueRow key={coil.id} coil={coil} due={due} pay={pay ?? null} told={told ?? null} /> : null;
      })}
      {price === 0 && !closed && dues.coils.length > 0 ? (
        <LinkRow title="When a wash costs least" under="Is told once the shop has said what energy costs" href="/shop/tariff" />
      ) : null}
      {upkeep.map((row) => (
        <UpkeepRow key={row.id} row={row} />
      ))}
      {minutes > 0 ? <Row label="Time on site" value={`${minutes} min`} /> : null}
    </Part>
  );
}

/** A due day with its reasons; what was told at a closing and would be reckoned otherwise today has none but the word beside it. */
function Told({ day, due }: { day: string | null; due: NextDue }) {
  return day !== null && day !== due.date ? (
    <Strong>{longDay(day)}</Strong>
  ) : (
    <Why because={due.because}>
      <Strong>{longDay(due.date)}</Strong>
    </Why>
  );
}

function CoilDueRow({
  coil,
  due,
  pay,
  told,
}: {
  coil: CoilBuild & { name?: string };
  due: CoilDueDate;
  pay: PayDay | null;
  told: string | null;
}) {
  const { state, record } = useVisit();
  const [asked, setAsked] = useState(false);
  const set = state.dueSet[coil.id];
  return (
    <View style={{ gap: space.xs }} testID={`due-${coil.id}`}>
      <Row label={coilName(coil)}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <Told day={told} due={due} />
          {state.closed || asked ? null : <Companion title="Set it" onPress={() => setAsked(true)} testID={`due-set-${coil.id}`} />}
        </View>
      </Row>
      {set ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <View style={{ flex: 1 }}>
            <Small ink="inkSoft">{`Set by ${set.by}: ${set.value.why}`}</Small>
          </View>
          {state.closed ? null : (
            <Companion
              title="As reckoned"
              onPress={() => record({ kind: 'due.set', data: { coilId: coil.id, date: null, why: '' } })}
              testID={`due-back-${coil.id}`}
            />
          )}
        </View>
      ) : null}
      {pay && !state.closed ? (
        <PayRow pay={pay} due={due.date} take={(date, why) => record({ kind: 'due.set', data: { coilId: coil.id, date, why } })} />
      ) : null}
      {asked ? (
        <SetDay
          day={due.date}
          example={dayLater(dayOf(sharedNow()), 365)}
          keep={(date, why) => record({ kind: 'due.set', data: { coilId: coil.id, date, why } })}
          leave={() => setAsked(false)}
          testID={coil.id}
        />
      ) : null}
    </View>
  );
}

/** When filter, drain, wheel or salt is due; set by hand like a coil. */
function UpkeepRow({ row: { id, name, date, rule } }: { row: Upkeep }) {
  const { state, record } = useVisit();
  const [asked, setAsked] = useState(false);
  const set = state.upkeepSet[id];
  return (
    <View style={{ gap: space.xs }} testID={`upkeep-${id}`}>
      <Row label={name}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <Why because={{ id: `upkeep.${id}`, title: name, result: { label: name, text: date }, inputs: [], rules: [rule], changes: [] }}>
            <Strong>{longDay(date)}</Strong>
          </Why>
          {state.closed || asked ? null : set ? (
            <Companion
              title="As reckoned"
              onPress={() => record({ kind: 'upkeep.set', data: { upkeep: id, date: null, why: '' } })}
              testID={`due-back-${id}`}
            />
          ) : (
            <Companion title="Set it" onPress={() => setAsked(true)} testID={`due-set-${id}`} />
          )}
        </View>
      </Row>
      {set ? <Small ink="inkSoft">{`Set by ${set.by}: ${set.value.why}`}</Small> : null}
      {asked ? (
        <SetDay
          day={date}
          example={dayLater(dayOf(sharedNow()), 365)}
          keep={(day, why) => record({ kind: 'upkeep.set', data: { upkeep: id, date: day, why } })}
          leave={() => setAsked(false)}
          testID={id}
        />
      ) : null}
    </View>
  );
}

/** When the next wash costs least, washes and energy together; a press takes that day. */
function PayRow({ pay, due, take }: { pay: PayDay; due: string; take: (day: string, why: string) => void }) {
  const { day, pays, flat } = pay;
  return (
    <View style={{ gap: space.xs }} testID={`pays-${pay.coilId}`}>
      <Row label="Costs least">
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <Why because={pay.because}>
            <Strong>{day === null ? 'not by energy alone' : longDay(day)}</Strong>
          </Why>
          {day !== null && day !== due ? (
            <Companion
              title="Take it"
              onPress={() => take(day, 'Washes and energy together cost least then.')}
              testID={`pays-take-${pay.coilId}`}
            />
          ) : null}
        </View>
      </Row>
      <Small ink="inkSoft">
        {`Unwashed, a year of its dirt costs ${formatMoney(pays.dirtAYear.toFixed(2), shopCurrency())} of energy. ${flat}`}
      </Small>
    </View>
  );
}
