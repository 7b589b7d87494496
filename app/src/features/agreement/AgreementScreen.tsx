import { draftOver, moneySign, systemQuery, today, useFormDraft, useHouseRules, useSetAgreement } from '@/data';
import { Act, Banner, Body, Companion, Heading, Label, Part, Screen, ScreenHead, Small, space, ThumbBar, Waiting } from '@/ui';
import { agreementWords, MOST_VISITS_A_YEAR, type Agreement } from '@elm-mist/core/agreement';
import { dayLater, longDay } from '@elm-mist/core/clock';
import { PRICE_IDS, PRICE_NAMES, type PriceId } from '@elm-mist/core/price';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { array, object, string } from 'yup';
import { typedFigure } from '../shared/figures';
import { FormAnyOf, FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { NotOpened } from '../shared/NotOpened';
import { Restored } from '../shared/Restored';
import { useSave } from '../shared/useSave';

/** Work that an agreement can include: all that is priced by kind, never the open hour. */
const CAN_INCLUDE = PRICE_IDS.filter((id) => id !== 'labour');
const DAY = /^\d{4}-\d{2}-\d{2}$/;

interface Typed {
  since: string;
  renews: string;
  visitsAYear: string;
  price: string;
  includes: PriceId[];
  note: string;
}

const typedOf = (agreement: Agreement | null): Typed =>
  agreement
    ? { ...agreement, visitsAYear: String(agreement.visitsAYear) }
    : {
        since: today(),
        renews: `${Number(today().slice(0, 4)) + 1}${today().slice(4)}`.replace('-02-29', '-03-01'),
        visitsAYear: '2',
        price: '',
        includes: ['call-out', 'exterior', 'guards-off', 'top-open', 'coil-and-pan', 'drain'],
        note: '',
      };

/** What was agreed with the owner of a system: it asks for its visits, and what it includes is not charged apart. */
export function AgreementScreen() {
  const { systemId } = useLocalSearchParams<{ systemId: string }>();
  const answer = useQuery(systemQuery(systemId));
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Agreement" />}>
        {answer.isError ? (
          <NotOpened what="system" error={answer.error} retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the agreement" />
        )}
      </Screen>
    );
  const { system, place, agreement = null } = answer.data;
  return <AgreementFields systemId={system.id} under={`${place.name} · ${system.name} · ${place.customerName}`} agreement={agreement} />;
}

function AgreementFields({ systemId, under, agreement }: { systemId: string; under: string; agreement: Agreement | null }) {
  const { units } = useHouseRules();
  const change = useSetAgreement();
  const [ending, setEnding] = useState(false);
  const schema = object({
    since: string().defined().matches(DAY, 'Write the day as 2026-06-11.'),
    renews: string().defined().matches(DAY, 'Write the day as 2026-06-11.'),
    visitsAYear: typedFigure('Visits a year', 'count', units, 1, MOST_VISITS_A_YEAR),
    price: string()
      .defined()
      .matches(/^\d{1,7}([.,]\d{1,2})?$/, 'An amount such as 240.00.'),
    includes: array(string<PriceId>().defined()).defined(),
    note: string().defined().max(600, 'The note may have 600 characters at most.'),
  });
  const [start, begin] = useState(() => typedOf(agreement));
  const key = `agreement.${systemId}`;
  const { control, handleSubmit, setError, setValue, watch, reset } = useForm<Typed>({
    resolver: yupResolver(schema),
    defaultValues: draftOver(key, start),
  });
  const { drop, restored, anew } = useFormDraft(key, watch, start);
  const leave = () => (router.canGoBack() ? router.back() : router.navigate(`/systems/${systemId}`));
  const { trouble, save } = useSave((error) =>
    placeErrors(error, setError, {
      'agreement.since': 'since',
      'agreement.renews': 'renews',
      'agreement.visitsAYear': 'visitsAYear',
      'agreement.price': 'price',
      'agreement.includes': 'includes',
      'agreement.note': 'note',
    }),
  );
  const send = async (next: Agreement | null) => {
    await save(async () => {
      await change.mutateAsync({ systemId, agreement: next });
      drop();
    }, leave);
  };
  const keep = handleSubmit((values) =>
    send({
      since: values.since,
      renews: values.renews,
      visitsAYear: Number(values.visitsAYear.replace(',', '.')),
      includes: values.includes,
      price: values.price.replace(',', '.'),
      note: values.note.trim(),
    }),
  );
  const renewed = agreement && dayLater(agreement.renews, 365);
  return (
    <Screen
      testID="agreement"
      head={<ScreenHead title="Agreement" under={under} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={leave} />
          <Act title="Keep it" onPress={() => void keep()} busy={change.isPending} testID="agreement-keep" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Restored
        shown={restored}
        onStartOver={() => {
          const now = typedOf(agreement);
          reset(now);
          begin(now);
          anew();
        }}
      />
      <Part first title={<Heading>{agreement ? 'As agreed' : 'Nothing is agreed yet'}</Heading>}>
        <Body ink="inkSoft">
          {agreement
            ? agreementWords(agreement)
            : 'An agreement asks for its visits in the list of what is due, and what it includes is not charged apart on them.'}
        </Body>
        <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
          <FormField control={control} name="visitsAYear" label="Visits a year" keyboard="decimal-pad" grow testID="agreement-visits" />
          <FormField
            control={control}
            name="price"
            label="Price of a year"
            unit={moneySign()}
            keyboard="decimal-pad"
            grow
            testID="agreement-price"
          />
        </View>
        <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
          <FormField control={control} name="since" label="From" grow testID="agreement-since" />
          <FormField control={control} name="renews" label="Ends on, unless renewed" grow testID="agreement-renews" />
        </View>
        {renewed ? (
          <View style={{ alignItems: 'flex-start' }}>
            <Companion
              title={`Renew to ${longDay(renewed)}`}
              onPress={() => setValue('renews', renewed, { shouldDirty: true })}
              testID="agreement-renew"
            />
          </View>
        ) : null}
      </Part>
      <Part title={<Label>What its visits include</Label>}>
        <FormAnyOf
          control={control}
          name="includes"
          label="What its visits include"
          options={CAN_INCLUDE.map((id) => ({ value: id, label: PRICE_NAMES[id] }))}
          testID="agreement-includes"
        />
        <Small ink="inkSoft">What is not marked is charged by the price book, as is every visit beyond those of the year.</Small>
        <FormField control={control} name="note" label="Note" testID="agreement-note" />
      </Part>
      {agreement ? (
        <Part title={<Heading>Done with it</Heading>}>
          {ending ? (
            <View style={{ flexDirection: 'row', gap: space.s }}>
              <Companion title="Leave it" onPress={() => setEnding(false)} />
              <Companion title="End the agreement" onPress={() => void send(null)} busy={change.isPending} testID="agreement-end-sure" />
            </View>
          ) : (
            <Companion title="End the agreement" onPress={() => setEnding(true)} testID="agreement-end" />
          )}
          <Small ink="inkSoft">Closed visits keep what was agreed then.</Small>
        </Part>
      ) : null}
    </Screen>
  );
}
