import {
  MESSAGE_KINDS,
  MESSAGE_TABLE,
  MESSAGE_WORDS,
  messageTrouble,
  ownerMessage,
  usualWords,
  type MessageKind,
  type OwnerWords,
} from '@elm-mist/core/messages';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { View } from 'react-native';
import { ownerWordsQuery, useDraft, useSaveOwnerWords, useShop } from '@/data';
import { Act, Banner, Body, Companion, Field, Heading, Part, Screen, ScreenHead, Small, space, ThumbBar, Trouble, Waiting } from '@/ui';
import { useSave } from '../shared/useSave';

const leave = () => (router.canGoBack() ? router.back() : router.navigate('/more'));

/** What stands in for the words in braces, so that a message can be read as it will be. */
const EXAMPLE = {
  owner: 'Ada',
  place: 'the alder house',
  system: 'the heat pump',
  day: '11 June 2027',
  time: '9:30 am',
  was: '8:00 am',
};

/** What owners are written: when a wash is due, and when a visit is planned or moved. */
export function OwnerWordsScreen() {
  const answer = useQuery(ownerWordsQuery);
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Messages" />}>
        {answer.isError ? (
          <Trouble
            what="The shop’s words could not be read"
            kept="Messages are written the usual way until then."
            retry={() => void answer.refetch()}
          />
        ) : (
          <Waiting what="the shop’s words" />
        )}
      </Screen>
    );
  return <WordsFields words={answer.data} />;
}

function WordsFields({ words }: { words: OwnerWords }) {
  const change = useSaveOwnerWords();
  const { name } = useShop();
  const [draft, keep, drop] = useDraft('owner-words', () => words, JSON.stringify(words));
  const { trouble, save } = useSave();
  const bad = MESSAGE_KINDS.some((kind) => messageTrouble(kind, draft[kind]) !== '');
  const send = async () => {
    await save(async () => {
      await change.mutateAsync({ ...draft, was: words });
      drop();
    }, leave);
  };
  return (
    <Screen
      testID="owner-words"
      head={<ScreenHead title="Messages" under="To owners, in your own words" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={leave} />
          <Act title="Save" onPress={() => void send()} busy={change.isPending} disabled={bad} testID="owner-words-save" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Body ink="inkSoft">
        Nothing is sent by itself: a message is shown beside what it is about, to be copied or opened in the phone’s own messages. Who wants
        none is marked with the customer and is offered none.
      </Body>
      {MESSAGE_KINDS.map((kind) => (
        <MessageField
          key={kind}
          kind={kind}
          text={draft[kind]}
          shop={name || 'The shop'}
          onChange={(text) => keep({ ...draft, [kind]: text })}
        />
      ))}
    </Screen>
  );
}

function MessageField({ kind, text, shop, onChange }: { kind: MessageKind; text: string; shop: string; onChange: (text: string) => void }) {
  const trouble = messageTrouble(kind, text);
  const { name, words } = MESSAGE_TABLE[kind];
  return (
    <Part title={<Heading>{name}</Heading>} testID={`words-${kind}`}>
      <Field
        label={name}
        value={text}
        onChange={onChange}
        multiline
        error={trouble || undefined}
        help={words.map((word) => `{${word}} ${MESSAGE_WORDS[word].replace(/^./, (letter) => letter.toLowerCase())}`).join(' · ')}
        testID={`words-field-${kind}`}
      />
      {trouble ? null : <Small>{ownerMessage(kind, text, { ...EXAMPLE, shop })}</Small>}
      {text === usualWords()[kind] ? null : (
        <View style={{ alignItems: 'flex-start', gap: space.s }}>
          <Companion title="The usual words" onPress={() => onChange(usualWords()[kind])} />
        </View>
      )}
    </Part>
  );
}
