import { router } from 'expo-router';
import { Companion, Empty, Screen, ScreenHead } from '@/ui';

export default function NotFoundRoute() {
  return (
    <Screen head={<ScreenHead title="Not here" />}>
      <Empty title="There is nothing at this address" action={<Companion title="Go to Today" onPress={() => router.replace('/')} />}>
        The link may be old. Nothing was lost.
      </Empty>
    </Screen>
  );
}
