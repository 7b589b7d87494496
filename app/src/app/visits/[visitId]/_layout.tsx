import { Slot, useLocalSearchParams } from 'expo-router';
import { VisitRoot } from '@/data';
import { AlarmWatch } from '@/features/wash/AlarmWatch';
import { Screen, ScreenHead, Trouble, Waiting } from '@/ui';

export default function VisitLayout() {
  const { visitId } = useLocalSearchParams<{ visitId: string }>();
  return (
    <VisitRoot
      key={visitId}
      visitId={visitId}
      waiting={
        <Screen head={<ScreenHead title="Visit" />}>
          <Waiting what="the visit" lines={8} />
        </Screen>
      }
      trouble={(retry, message) => (
        <Screen head={<ScreenHead title="Visit" />}>
          <Trouble what={message} kept="Nothing was lost. Entries made on this device are kept until they are sent." retry={retry} />
        </Screen>
      )}
    >
      <AlarmWatch>
        <Slot />
      </AlarmWatch>
    </VisitRoot>
  );
}
