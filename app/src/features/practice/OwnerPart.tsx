import type { PracticeLook } from '@elm-mist/contract';
import { OWNER_QUESTION_IDS, OWNER_QUESTIONS, type OwnerQuestion } from '@elm-mist/core/trainer';
import { View } from 'react-native';
import { askOwner } from '@/data';
import { Body, Companion, Heading, Small, space, Strong } from '@/ui';

/** The owner, who answers what is asked: in an owner's words, and a minute each. */
export function OwnerPart({ look, learn, fail }: { look: PracticeLook; learn: (look: PracticeLook) => void; fail: () => void }) {
  const ask = (question: OwnerQuestion) => askOwner(question).then(learn, fail);
  return (
    <>
      {OWNER_QUESTION_IDS.map((question) => {
        const words = look.told.find((row) => row.question === question)?.words;
        return words ? (
          <View key={question} style={{ gap: space.xs }} testID={`owner-${question}`}>
            <Small ink="inkSoft">{OWNER_QUESTIONS[question]}</Small>
            <Strong>{words}</Strong>
          </View>
        ) : (
          <View key={question} style={{ flexDirection: 'row' }}>
            <Companion title={OWNER_QUESTIONS[question]} onPress={() => void ask(question)} testID={`owner-${question}`} />
          </View>
        );
      })}
      {look.quote ? (
        <View style={{ gap: space.xs }} testID="owner-quote">
          <Heading>{`To quote ${look.quote.number}`}</Heading>
          <Body>{look.quote.words}</Body>
        </View>
      ) : (
        <Small ink="inkSoft">A quote is answered here once it is made.</Small>
      )}
    </>
  );
}
