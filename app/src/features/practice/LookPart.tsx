import type { PracticeLook } from '@elm-mist/contract';
import { POWER_SOURCE_NAMES } from '@elm-mist/core/equipment';
import { LOCKOUT_TABLE } from '@elm-mist/core/run';
import { EFFICIENCY_NAMES, METERING_NAMES } from '@elm-mist/core/survey';
import { signWords } from '@elm-mist/core/trainer';
import { View } from 'react-native';
import { Body, Heading, Label, Small, space } from '@/ui';
import { Flashlight } from './DrillDrawn';

/** A face of a hand's breadth is enough to grade by. */
const FACE_WIDTH = 150;

/** Light in words, for whoever hears the picture: as much as an eye would say, and no grade. */
const lightWords = (light: readonly number[]): string => {
  const mean = light.reduce((sum, each) => sum + each, 0) / (light.length || 1) / 255;
  return `about ${Math.round(mean * 10) * 10} of 100 parts of the light come through.`;
};

/** What the eye, the thumb and the meter find. */
export function LookPart({ look: { coils, meters, plate } }: { look: PracticeLook }) {
  return (
    <>
      <View style={{ gap: space.xs }} testID="look-meter">
        <Heading>The meter</Heading>
        {meters.length === 0 ? <Body>Everything here is proved dead.</Body> : null}
        {meters.map(({ source, step, volts }) => (
          <Body key={source}>
            {`${POWER_SOURCE_NAMES[source]}, ${LOCKOUT_TABLE[step].name}: ${volts === null ? 'nothing to read.' : `it shows ${volts.toFixed(1)} V.`}`}
          </Body>
        ))}
      </View>
      {coils.map((coil) => (
        <View key={coil.coilId} style={{ gap: space.s }} testID={`look-${coil.coilId}`}>
          <Heading>{coil.name}</Heading>
          {coil.finds.map((find) => (
            <Body key={find}>{find}</Body>
          ))}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
            {coil.faces.map((face) => (
              <View key={face.faceId} style={{ width: FACE_WIDTH, gap: space.xs }}>
                <Label>{face.name}</Label>
                <Flashlight
                  drawing={{ is: 'torch', columns: face.columns, lines: face.lines, light: face.light, words: lightWords(face.light) }}
                />
                {face.wetted ? signWords(face).map((words) => <Small key={words}>{words}</Small>) : null}
              </View>
            ))}
          </View>
        </View>
      ))}
      <View style={{ gap: space.xs }}>
        <Heading>The plate</Heading>
        <Body>{`${METERING_NAMES[plate.metering]}. ${EFFICIENCY_NAMES[plate.era]}.`}</Body>
      </View>
      <Small ink="inkSoft">A model: what it leaves out is told in the practice of rinsing. The simulated kit reads its machine.</Small>
    </>
  );
}
