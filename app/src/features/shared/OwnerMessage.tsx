import { ownerMessage, usualWords, type MessageKind, type MessageWord } from '@elm-mist/core/messages';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { ownerWordsQuery, useShop } from '@/data';
import { Companion, Small, space } from '@/ui';

/** A message to an owner, to copy or to open in the phone's own messages; none for who wants none. */
export function OwnerMessage({
  kind,
  facts,
  phone,
  quiet,
  testID,
}: {
  kind: MessageKind;
  facts: Partial<Record<MessageWord, string>>;
  phone: string;
  quiet: boolean;
  testID?: string;
}) {
  const { name } = useShop();
  const words = useQuery(ownerWordsQuery).data ?? usualWords();
  const [copied, setCopied] = useState('');
  if (quiet) return <Small ink="inkSoft">{`${facts.owner ?? 'The owner'} wants no messages${phone ? `: call ${phone}` : ''}.`}</Small>;
  const text = ownerMessage(kind, words[kind], { ...facts, shop: name || 'Your service' });
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(text);
      setCopied('Copied.');
    } catch {
      setCopied('This browser does not let it be copied: mark it by hand.');
    }
  };
  const number = phone.replace(/[^+\d]/g, '');
  return (
    <View style={{ gap: space.xs }} testID={testID}>
      <Small>{text}</Small>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <Companion title="Copy" onPress={() => void copy()} />
        {number ? (
          <Companion title="Write it" onPress={() => window.open(`sms:${number}?&body=${encodeURIComponent(text)}`, '_self')} />
        ) : null}
        {copied ? <Small ink="inkSoft">{copied}</Small> : null}
      </View>
    </View>
  );
}
