import type { AccountRecord } from '@elm-mist/contract';
import { stampIn } from '@elm-mist/core/clock';
import { ROLE_FACTS, ROLES, type Role } from '@elm-mist/core/people';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { peopleQuery, RefusedError, shopQuery, shopZone, useAddPerson, useChangePerson, useRenewCode, useSignOutDevice } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Field,
  Heading,
  OneOf,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  space,
  Strong,
  ThumbBar,
  Tick,
  Trouble,
  Waiting,
} from '@/ui';

const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: ROLE_FACTS[value].name }));

const words = (error: unknown): string =>
  error instanceof RefusedError ? Object.values(error.fields).join(' ') : 'The server is away: nothing was changed.';

/** A code that was just made: told once, and nowhere kept. */
interface Told {
  name: string;
  code: string;
}

/** Who may sign in, as what, and on which devices. */
export function PeopleScreen() {
  const answer = useQuery(peopleQuery);
  const [adding, setAdding] = useState(false);
  const [told, setTold] = useState<Told | null>(null);
  return (
    <Screen
      testID="people"
      head={<ScreenHead title="People" under="Who may sign in, and as what" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.navigate('/more')} />
          {adding ? null : <Act title="Let somebody in" onPress={() => setAdding(true)} testID="person-add" />}
        </ThumbBar>
      }
    >
      {told ? <CodePart told={told} onDone={() => setTold(null)} /> : null}
      {adding ? (
        <AddPart
          accounts={answer.data ?? []}
          onMade={(made) => {
            setTold(made);
            setAdding(false);
          }}
          onLeave={() => setAdding(false)}
        />
      ) : null}
      {!answer.data ? (
        answer.isError ? (
          <Trouble what="The people could not be read" kept="Nothing was changed." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the people" />
        )
      ) : (
        answer.data.map((account, i) => (
          <PersonPart key={account.id} account={account} first={i === 0 && !told && !adding} onCode={setTold} />
        ))
      )}
      <Part>
        {ROLES.map((role) => (
          <Small key={role} ink="inkSoft">{`${ROLE_FACTS[role].name}: ${ROLE_FACTS[role].does}.`}</Small>
        ))}
      </Part>
    </Screen>
  );
}

function CodePart({ told: { name, code }, onDone }: { told: Told; onDone: () => void }) {
  return (
    <Part first title={<Heading>{`A code for ${name}`}</Heading>}>
      <Heading testID="person-code">{code}</Heading>
      <Body>{`Give it to ${name} by word of mouth. It is good for 7 days, opens one thing alone, a password of their own, and is shown this once.`}</Body>
      <Companion title="I have handed it over" onPress={onDone} testID="code-done" />
    </Part>
  );
}

function AddPart({ accounts, onMade, onLeave }: { accounts: readonly AccountRecord[]; onMade: (told: Told) => void; onLeave: () => void }) {
  const { data } = useQuery(shopQuery);
  const add = useAddPerson();
  const free = (data?.crew ?? []).filter(
    (member) =>
      !member.archived &&
      !accounts.some((account) => account.crewId === member.id || account.name.toLowerCase() === member.name.toLowerCase()),
  );
  const [who, setWho] = useState('');
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('technician');
  const [trouble, setTrouble] = useState('');
  const chosen = who || free[0]?.id || 'other';
  const member = free.find(({ id }) => id === chosen);
  const send = async () => {
    setTrouble('');
    try {
      const made = await add.mutateAsync({ crewId: member?.id ?? null, name: member?.name ?? name.trim(), role });
      onMade({ name: made.account.name, code: made.code });
    } catch (error) {
      setTrouble(words(error));
    }
  };
  return (
    <Part first title={<Heading>Let somebody in</Heading>} testID="add-person">
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <OneOf
        label="Who"
        options={[...free.map(({ id, name: label }) => ({ value: id, label })), { value: 'other', label: 'Somebody else' }]}
        value={chosen}
        onChange={setWho}
      />
      {member ? null : (
        <Field label="Name" value={name} onChange={setName} help="Who works at coils stands on the crew list first" testID="person-name" />
      )}
      <OneOf label="As what" options={ROLE_OPTIONS} value={role} onChange={setRole} />
      <Small ink="inkSoft">{`${ROLE_FACTS[role].does}.`}</Small>
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title="Leave it" onPress={onLeave} />
        <Act title="Make a code" onPress={() => void send()} busy={add.isPending} testID="person-make" />
      </View>
    </Part>
  );
}

function PersonPart({ account, first, onCode }: { account: AccountRecord; first: boolean; onCode: (told: Told) => void }) {
  const { id, name, role, active, codeUntil, lastAt, devices } = account;
  const [open, setOpen] = useState(false);
  const [trouble, setTrouble] = useState('');
  const change = useChangePerson();
  const renew = useRenewCode();
  const out = useSignOutDevice();
  const run = (work: Promise<unknown>) => {
    setTrouble('');
    work.catch((error: unknown) => setTrouble(words(error)));
  };
  const state = !active
    ? 'may not sign in'
    : codeUntil
      ? 'has a code'
      : lastAt
        ? `last seen ${stampIn(shopZone(), lastAt)}`
        : 'not signed in anywhere';
  return (
    <Part first={first} testID={`person-${id}`}>
      <Row label={`${name}, ${ROLE_FACTS[role].name.toLowerCase()}`}>
        <Companion title={open ? 'Close' : 'Change'} onPress={() => setOpen(!open)} testID={`person-open-${id}`} />
      </Row>
      <Small ink="inkSoft">{`${state}${account.second ? ', second step' : ''}${devices.length > 0 ? `, ${devices.length} ${devices.length === 1 ? 'device' : 'devices'}` : ''}`}</Small>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {open ? (
        <View style={{ gap: space.m }}>
          <OneOf
            label={`${name} is`}
            options={ROLE_OPTIONS}
            value={role}
            onChange={(next) => run(change.mutateAsync({ id, change: { role: next, active } }))}
          />
          <Tick
            label="May sign in"
            help="Without it, every device of theirs is signed out at once"
            value={active}
            onChange={(next) => run(change.mutateAsync({ id, change: { role, active: next } }))}
            testID={`person-active-${id}`}
          />
          {devices.map((device) => (
            <Row key={device.id} label={`${device.device}, last used ${stampIn(shopZone(), device.lastAt)}`}>
              {device.here ? (
                <Strong>this one</Strong>
              ) : (
                <Companion title="Sign it out" danger onPress={() => run(out.mutateAsync(device.id))} testID={`device-out-${device.id}`} />
              )}
            </Row>
          ))}
          <Companion
            title="New code"
            onPress={() => run(renew.mutateAsync(id).then(({ code }) => onCode({ name, code })))}
            busy={renew.isPending}
            testID={`person-code-${id}`}
          />
          <Small ink="inkSoft">
            For a password that was forgotten, or a phone that was lost: every device of theirs is signed out, and a second step is taken
            off.
          </Small>
        </View>
      ) : null}
    </Part>
  );
}
