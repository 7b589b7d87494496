import { PASSWORD_LETTERS } from '@elm-mist/contract';
import { useState } from 'react';
import { View } from 'react-native';
import { Companion, Field } from '@/ui';
import { StrengthLine } from './StrengthLine';

/** A password: hidden, shown by a press, filled in by a key ring. @param fresh one that is being chosen */
export function PasswordField({
  label,
  value,
  onChange,
  error,
  fresh = false,
  onEnter,
  testID,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error: string | undefined;
  fresh?: boolean;
  onEnter?: () => void;
  testID: string;
}) {
  const [shown, setShown] = useState(false);
  return (
    <>
      <Field
        label={label}
        value={value}
        onChange={onChange}
        error={error}
        help={
          fresh ? `${PASSWORD_LETTERS.least} letters at least, and not what others would guess: four plain words serve well` : undefined
        }
        secret={!shown}
        fills={fresh ? 'new-password' : 'current-password'}
        onEnter={onEnter}
        testID={testID}
      />
      {fresh ? <StrengthLine password={value} /> : null}
      <View style={{ alignItems: 'flex-start' }}>
        <Companion title={shown ? 'Hide it' : 'Show it'} onPress={() => setShown(!shown)} />
      </View>
    </>
  );
}
