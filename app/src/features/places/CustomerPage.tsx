import type { CustomerDetail, CustomerRecord } from '@elm-mist/contract';
import { customerInputSchema } from '@elm-mist/contract';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { View } from 'react-native';
import { customerQuery, customersQuery, draftBase, draftValues, useChangeCustomer, useFormDraft, useMay, useMerge } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import {
  Act,
  Banner,
  Body,
  Companion,
  Field,
  Heading,
  LinkRow,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  space,
  ThumbBar,
  Tick,
  Waiting,
} from '@/ui';
import { TheirData } from './TheirData';
import { useSave } from '../shared/useSave';
import { NotOpened } from '../shared/NotOpened';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { Meanwhile } from '../shared/Meanwhile';
import { Restored } from '../shared/Restored';

const placesText = (count: number): string => `${count} ${count === 1 ? 'place' : 'places'}`;

/** One customer: name and phone put right at every place of theirs at once, and two entries of the same person taken together. */
export function CustomerPage() {
  const { customerId } = useLocalSearchParams<{ customerId: string }>();
  const answer = useQuery(customerQuery(customerId));
  if (answer.data) return <CustomerForm key={customerId} detail={answer.data} />;
  return (
    <Screen head={<ScreenHead title="Customer" />}>
      {answer.isError ? (
        <NotOpened what="customer" error={answer.error} retry={() => void answer.refetch()} />
      ) : (
        <Waiting what="the customer" />
      )}
    </Screen>
  );
}

function CustomerForm({ detail }: { detail: CustomerDetail }) {
  const { customer, places } = detail;
  const change = useChangeCustomer();
  const keeps = useMay('upkeep');
  const [saved, setSaved] = useState(false);
  const now = { name: customer.name, phone: customer.phone, quiet: customer.quiet };
  const key = `customer.${customer.id}`;
  // What was typed before is held against the customer as they were then.
  const [was, setWas] = useState(() => draftBase<typeof now>(key) ?? now);
  const { control, handleSubmit, setError, setValue, watch, reset } = useForm({
    resolver: yupResolver(customerInputSchema.pick(['name', 'phone', 'quiet'])),
    defaultValues: draftValues(key, was),
  });
  const { restored, anew } = useFormDraft(key, watch, was);
  const { trouble, meanwhile, settle, save } = useSave((error) => placeErrors(error, setError, { name: 'name', phone: 'phone' }));
  const send = handleSubmit(async (values) => {
    setSaved(false);
    await save(
      async () => {
        const answer = await change.mutateAsync({ id: customer.id, customer: { ...values, was } });
        // Saved: also whoever has gone elsewhere meanwhile is not offered it again.
        anew();
        return answer;
      },
      ({ customer: kept }) => {
        const next = { name: kept.name, phone: kept.phone, quiet: kept.quiet };
        setWas(next);
        reset(next);
        anew();
        setSaved(true);
      },
    );
  });
  const choose = (mine: boolean) =>
    settle((now) => {
      const theirs = Object.fromEntries(
        Object.entries(now).map(([field, value]) => [field, typeof value === 'boolean' || typeof value === 'string' ? value : '']),
      ) as Partial<typeof was>;
      setWas({ ...was, ...theirs });
      if (!mine) for (const [field, value] of Object.entries(theirs)) setValue(field as keyof typeof was, value);
    });
  return (
    <Screen
      testID="customer-page"
      head={<ScreenHead title={customer.name} under={placesText(places.length)} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the customer" onPress={() => void send()} busy={change.isPending} testID="customer-save" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {saved ? <Banner tone="done">Saved, at every place of theirs.</Banner> : null}
      {meanwhile ? (
        <Meanwhile
          fields={meanwhile}
          names={{ name: 'Customer', phone: 'Phone', quiet: 'No messages' }}
          onTheirs={() => choose(false)}
          onMine={() => choose(true)}
        />
      ) : null}
      <Restored
        shown={restored}
        onStartOver={() => {
          reset(now);
          setWas(now);
          anew();
        }}
      />
      <FormField control={control} name="name" label="Customer" />
      <FormField control={control} name="phone" label="Phone" keyboard="phone-pad" />
      <Controller
        control={control}
        name="quiet"
        render={({ field }) => (
          <Tick label="Wants no reminders and no messages" value={field.value ?? false} onChange={field.onChange} testID="customer-quiet" />
        )}
      />
      <Part title={<Heading>Places</Heading>}>
        {places.map((place) => (
          <LinkRow
            key={place.id}
            title={`${place.name}${place.archived ? ', put away' : ''}`}
            under={place.address}
            href={`/places/${place.id}`}
          />
        ))}
        {places.length === 0 ? <Body ink="inkSoft">None any more: they were handed to somebody else.</Body> : null}
      </Part>
      {places.length > 0 ? (
        <IfMay power="records">
          <SameCustomer customer={customer} />
        </IfMay>
      ) : null}
      {keeps ? <TheirData detail={detail} /> : null}
    </Screen>
  );
}

/** The same customer under another entry: this one's places go there. */
function SameCustomer({ customer }: { customer: CustomerRecord }) {
  const merge = useMerge();
  const { trouble, save } = useSave();
  const [words, setWords] = useState('');
  const [into, setInto] = useState<CustomerRecord | null>(null);
  const asked = words.trim();
  const answer = useQuery({ ...customersQuery(asked), enabled: asked.length >= 2 });
  const found = (answer.data ?? []).filter((row) => row.id !== customer.id);
  const go = async () => {
    if (!into) return;
    await save(
      () => merge.mutateAsync({ of: 'customers', id: customer.id, intoId: into.id }),
      () => router.replace(`/customers/${into.id}`),
    );
  };
  return (
    <Part title={<Heading>The same customer twice</Heading>}>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {into ? (
        <>
          <Row label={into.name} value={into.phone || placesText(into.places)} />
          <Body ink="inkSoft">{`${placesText(customer.places)} of ${customer.name} become theirs, with systems and history. This entry goes.`}</Body>
          <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
            <Companion title="Take it in" onPress={() => void go()} busy={merge.isPending} testID="customer-merge-go" />
            <Companion title="Another one" onPress={() => setInto(null)} />
          </View>
        </>
      ) : (
        <>
          <Field
            label="Goes into"
            value={words}
            onChange={setWords}
            help="Part of the other entry’s name or phone"
            testID="customer-pick"
          />
          {asked.length >= 2 && answer.isError && !answer.data ? <Small ink="inkSoft">The server is away: this needs it.</Small> : null}
          {asked.length >= 2 && answer.data && found.length === 0 ? <Small ink="inkSoft">Nobody else is called so.</Small> : null}
          {asked.length >= 2
            ? found
                .slice(0, 6)
                .map((row) => (
                  <Companion
                    key={row.id}
                    title={`${row.name} · ${row.phone ? `${row.phone} · ` : ''}${placesText(row.places)}`}
                    onPress={() => setInto(row)}
                  />
                ))
            : null}
        </>
      )}
    </Part>
  );
}
