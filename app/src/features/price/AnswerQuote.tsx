import { formatMoney } from '@elm-mist/core/price';
import { ANSWER_WAY_NAMES, ANSWER_WAYS, type AnswerWay, type Quote, type Strokes } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { useDraft, useVisit } from '@/data';
import { Act, Banner, Companion, Field, Heading, Label, OneOf, Part, space } from '@/ui';
import { SignatureBox } from '../shared/Signature';

interface Draft {
  optionId: string;
  name: string;
  how: AnswerWay;
  strokes: Strokes;
  words: string;
}

/** The customer answers a quote: which way, by name, and signed here, on paper, or said. */
export function AnswerQuote({ quote, late }: { quote: Quote; late: boolean }) {
  const { record, detail } = useVisit();
  const [draft, keep, drop] = useDraft<Draft>(`answer.${quote.quoteId}`, () => ({
    optionId: (quote.options.find((option) => option.id === 'proposed') ?? quote.options[0])?.id ?? '',
    name: detail.place.customerName,
    how: 'signed',
    strokes: [],
    words: '',
  }));
  const [declining, setDeclining] = useState(false);
  const answer = (optionId: string | null) => {
    const ok = record({
      kind: 'quote.answered',
      data: {
        quoteId: quote.quoteId,
        optionId,
        name: draft.name.trim(),
        how: optionId === null ? 'told' : draft.how,
        strokes: optionId !== null && draft.how === 'signed' ? draft.strokes : [],
        words: draft.words.trim(),
      },
    });
    if (ok) drop();
  };
  if (declining)
    return (
      <Part title={<Heading>They decline</Heading>}>
        <Field
          label="Their word, as they said it"
          value={draft.words}
          onChange={(words) => keep({ ...draft, words })}
          multiline
          testID="answer-words"
        />
        <View style={{ flexDirection: 'row', gap: space.s }}>
          <Companion title="Back" onPress={() => setDeclining(false)} />
          <Companion title="Keep the answer" onPress={() => answer(null)} danger grow testID="answer-declined" />
        </View>
      </Part>
    );
  return (
    <Part title={<Heading>Their answer</Heading>} testID="answer">
      {late ? <Banner tone="wait">It held until a day that is past. Prices may have changed: a new quote is cleaner.</Banner> : null}
      {quote.options.length > 1 ? (
        <OneOf
          label="Which way"
          options={quote.options.map((option) => ({
            value: option.id,
            label: `${option.name}, ${formatMoney(option.total, quote.currency)}`,
            ...(option.leaves ? { help: `Leaves: ${option.leaves}` } : {}),
          }))}
          value={draft.optionId}
          onChange={(optionId) => keep({ ...draft, optionId })}
        />
      ) : null}
      <Field label="Name" value={draft.name} onChange={(name) => keep({ ...draft, name })} testID="answer-name" />
      <Label>How</Label>
      <OneOf
        label="How"
        options={ANSWER_WAYS.map((value) => ({ value, label: ANSWER_WAY_NAMES[value] }))}
        value={draft.how}
        onChange={(how) => keep({ ...draft, how })}
      />
      {draft.how === 'signed' ? (
        <SignatureBox label="Signature" value={draft.strokes} onChange={(strokes) => keep({ ...draft, strokes })} />
      ) : null}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title="They decline" onPress={() => setDeclining(true)} testID="answer-decline" />
        <Act title="They accept" onPress={() => answer(draft.optionId)} testID="answer-accepted" />
      </View>
    </Part>
  );
}
