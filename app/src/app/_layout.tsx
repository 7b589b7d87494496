import { BarlowSemiCondensed_600SemiBold } from '@expo-google-fonts/barlow-semi-condensed/600SemiBold';
import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_700Bold } from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { AppRoot } from '@/features/root/AppRoot';

export default function RootLayout() {
  const [loaded, failed] = useFonts({
    AtkinsonRegular: AtkinsonHyperlegibleNext_400Regular,
    AtkinsonBold: AtkinsonHyperlegibleNext_700Bold,
    BarlowSemiBold: BarlowSemiCondensed_600SemiBold,
  });
  // A font that does not load is no reason to keep a technician waiting.
  if (!loaded && !failed) return null;
  return (
    <AppRoot>
      <Slot />
    </AppRoot>
  );
}
