import { useState } from 'react';
import { View } from 'react-native';
import { Companion, Field, space } from '@/ui';

/** A due day set by hand, with a word why. */
export function SetDay({
  day: first,
  example,
  keep,
  leave,
  errors = {},
  busy = false,
  testID,
}: {
  day: string;
  /** A day as it is typed. */
  example: string;
  /** Whether it was taken; what was typed stays where it was not. */
  keep: (day: string, why: string) => boolean | Promise<boolean>;
  leave: () => void;
  /** What was refused, by field. */
  errors?: { due?: string | undefined; why?: string | undefined };
  busy?: boolean;
  testID: string;
}) {
  const [day, setDay] = useState(first);
  const [why, setWhy] = useState('');
  return (
    <View style={{ gap: space.s }}>
      <Field label="Due on" value={day} onChange={setDay} error={errors.due} help={`A day like ${example}`} testID={`due-day-${testID}`} />
      <Field label="Why" value={why} onChange={setWhy} error={errors.why} testID={`due-why-${testID}`} />
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title="Leave it" onPress={leave} />
        <Companion
          title="Set the day"
          onPress={() => {
            void Promise.resolve(keep(day.trim(), why.trim())).then((taken) => {
              if (taken) leave();
            });
          }}
          busy={busy}
          grow
          testID={`due-keep-${testID}`}
        />
      </View>
    </View>
  );
}
