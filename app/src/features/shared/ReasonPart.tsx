import { LEAST_REASON } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { Companion, Field, HazardBox, space } from '@/ui';

/** What is asked before something is left out. */
interface Asked {
  /** Opens it. */
  title: string;
  lead: string;
  text: string;
  label: string;
  keep: string;
  leave: string;
  testID: string;
}

/** Something that can be left out, with a reason that stands on the report. */
export function ReasonPart({ asked, leave }: { asked: Asked; leave: (reason: string) => boolean }) {
  const { title, lead, text, label, keep, leave: sure, testID } = asked;
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const [error, setError] = useState<string | undefined>();
  if (!open)
    return (
      <View style={{ alignItems: 'flex-start' }}>
        <Companion title={title} onPress={() => setOpen(true)} testID={`${testID}-leave-out`} />
      </View>
    );
  const go = () => {
    if (reason.trim().length < LEAST_REASON) setError(`Say why, in ${LEAST_REASON} characters at least.`);
    else leave(reason.trim());
  };
  return (
    <View style={{ gap: space.s }}>
      <HazardBox lead={lead}>{text}</HazardBox>
      <Field label={label} value={reason} onChange={setReason} error={error} testID={`${testID}-reason`} />
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title={keep} onPress={() => setOpen(false)} wet />
        <Companion title={sure} danger onPress={go} wet testID={`${testID}-leave-out-sure`} />
      </View>
    </View>
  );
}
