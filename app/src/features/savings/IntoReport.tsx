import type { SavingTold } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { v7 as uuidv7 } from 'uuid';
import { post, sharedNow, useWho } from '@/data';
import { Companion, LinkRow, Small, space } from '@/ui';

/** Puts what a wash saved into the report of its visit, when the owner wants it there; pressed again, the newer takes the place of the older. */
export function IntoReport({ visitIds, told }: { visitIds: readonly string[]; told: SavingTold }) {
  const by = useWho();
  const [put, setPut] = useState(false);
  const tell = () => {
    const at = new Date(sharedNow()).toISOString();
    post(visitIds.map((visitId) => ({ id: uuidv7(), visitId, at, by, kind: 'saving.told', data: told })));
    setPut(true);
  };
  const [first] = visitIds;
  if (!first) return null;
  return put ? (
    <LinkRow title="It stands in the report" under="Of the visit of that wash" href={`/visits/${first}/report`} testID="saving-report" />
  ) : (
    <View style={{ gap: space.xs, alignItems: 'flex-start' }}>
      <Companion title="Put it in the visit’s report" onPress={tell} testID="saving-tell" />
      <Small ink="inkSoft">When the owner wants it there. It changes nothing else of the closed visit.</Small>
    </View>
  );
}
