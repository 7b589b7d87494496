import { router } from 'expo-router';
import { View } from 'react-native';
import { useKeptShell } from '@/data';
import { Body, Companion, Heading, Part, Screen, ScreenHead, Small, space, Strong, ThumbBar } from '@/ui';

/** What the device's row says, and the page's first sentence. */
const STATE = {
  kept: 'This device opens the app and packed visits with no signal.',
  soon: 'The app is being saved on this device. Load the page once more.',
  never: 'This address is not secure. The browser does not save the app here, so a reload with no signal fails.',
} as const;

export const offlineLine = (shell: keyof typeof STATE): string => STATE[shell];

/** Steps of one phone, in order. */
const PHONES: readonly { name: string; steps: readonly string[] }[] = [
  {
    name: 'iPhone or iPad',
    steps: [
      'In Safari, open the address below. Accept the warning and allow the download.',
      'Open Settings, Profile Downloaded. Install the profile.',
      'Open Settings, General, About, Certificate Trust Settings. Turn on “Elm Mist, this shop’s own authority”.',
      'Open the secure address and add it to the home screen.',
    ],
  },
  {
    name: 'Android',
    steps: [
      'In the browser, open the address below. Accept the warning and download the file.',
      'Open Settings, Security, Encryption and credentials, Install a certificate, CA certificate. Choose the file.',
      'Open the secure address and add it to the home screen.',
    ],
  },
];

function Steps({ steps }: { steps: readonly string[] }) {
  return (
    <View style={{ gap: space.s }}>
      {steps.map((step, i) => (
        <Body key={step}>{`${i + 1}. ${step}`}</Body>
      ))}
    </View>
  );
}

/** Whether this device opens with no signal, and how to get it there. */
export function OfflinePage() {
  const shell = useKeptShell();
  const secure = `https://${window.location.host}`;
  return (
    <Screen
      head={<ScreenHead title="Open with no signal" under="This device" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.navigate('/more')} />
        </ThumbBar>
      }
      testID="offline"
    >
      <Part first>
        <Strong ink={shell === 'never' ? 'brick' : 'ink'}>{STATE[shell]}</Strong>
      </Part>
      {shell === 'never' ? (
        <>
          <Part title={<Heading>On the server, once</Heading>}>
            <Steps
              steps={[
                'Stop the server.',
                'Start it with ELM_MIST_TLS=on. It makes a certificate for this shop, beside its data.',
                `From then on the app is at ${secure}. The old address answers no more.`,
              ]}
            />
            <Small ink="inkSoft">
              If the shop has a certificate, put cert.pem and key.pem in a folder and start with ELM_MIST_TLS=/folder. A proxy with TLS
              works too.
            </Small>
          </Part>
          {PHONES.map(({ name, steps }) => (
            <Part key={name} title={<Heading>{name}</Heading>}>
              <Steps steps={steps} />
            </Part>
          ))}
          <Part title={<Heading>Certificate of the shop</Heading>}>
            <Strong>{`${secure}/elm-mist-authority.crt`}</Strong>
            <Small ink="inkSoft">
              Trust it only on devices of this shop. Whoever can read the server’s data folder can make certificates that these devices
              trust.
            </Small>
          </Part>
        </>
      ) : null}
    </Screen>
  );
}
