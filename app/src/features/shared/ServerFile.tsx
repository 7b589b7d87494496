import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Linking, View } from 'react-native';
import { lineQuery } from '@/data';
import { Companion, Small, space } from '@/ui';

/**
 * How far a large file is that the server was asked for; empty where it makes none for this person.
 * @param sinceMs when it was asked for; null for not yet
 */
export function useLineWords(sinceMs: number | null): string {
  const { data, isError } = useQuery(lineQuery(sinceMs));
  if (sinceMs === null) return '';
  if (isError) return 'The server does not answer.';
  if (!data) return 'Asking the server…';
  if (data.files === 0) return '';
  return data.before === 0 ? 'The server is making the file.' : `Waiting: ${data.before} ${data.before === 1 ? 'file' : 'files'} ahead.`;
}

/** A button that saves a large file the server makes, and says how far it is. */
export function ServerFile({
  title,
  address,
  disabled = false,
  testID,
}: {
  title: string;
  address: string;
  disabled?: boolean;
  testID: string;
}) {
  const [sinceMs, setSinceMs] = useState<number | null>(null);
  const words = useLineWords(sinceMs);
  return (
    <View style={{ gap: space.xs }}>
      <Companion
        title={title}
        onPress={() => {
          setSinceMs(Date.now());
          void Linking.openURL(address);
        }}
        disabled={disabled}
        testID={testID}
      />
      {words ? <Small testID={`${testID}-line`}>{`${words} Your browser saves it when it is done.`}</Small> : null}
    </View>
  );
}
