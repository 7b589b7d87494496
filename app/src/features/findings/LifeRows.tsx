import type { CoilBuild } from '@elm-mist/core/method';
import { findingPlace, FINDING_STANDING_NAMES, wholeFinding, type FindingLife } from '@elm-mist/core/run';
import { LICENCE_NAMES } from '@elm-mist/core/shop';
import { URGENCY_NAMES } from '@elm-mist/core/survey';
import { View } from 'react-native';
import { wallClock } from '@/data';
import { Body, GradeStrip, Heading, Part, Row, Small, space, Strong } from '@/ui';
import { shortDay } from '../shared/words';
import { partsLine } from './findingWords';

/** What is known of a finding, and what became of it, step by step. */
export function LifeRows({ life, coils }: { life: FindingLife; coils: readonly CoilBuild[] }) {
  const whole = wholeFinding(life);
  const coil = coils.find((row) => row.id === life.coilId);
  const after = [...life.steps].reverse().find((step) => step.value.after)?.value.after ?? '';
  return (
    <>
      <Part first title={<Heading>{whole.name}</Heading>}>
        <View>
          <Row label="How soon" value={URGENCY_NAMES[whole.urgency]} />
          <Row label="Where" value={findingPlace(life, coils) || 'The unit'} />
          {whole.before || after ? (
            <Row label="Read" value={after ? `${whole.before || 'not read before'}, ${after} after` : whole.before} />
          ) : null}
          <Row label="Proposed" value={whole.action} />
          {whole.parts.length > 0 ? <Row label="Parts" value={partsLine(whole.parts)} /> : null}
          {whole.minutes > 0 ? <Row label="Hands-on" value={`${whole.minutes} min`} /> : null}
          <Row label="Licence" value={whole.licence ? LICENCE_NAMES[whole.licence] : 'none needed'} />
        </View>
        {coil && life.faceId && life.row !== undefined && life.row !== null ? (
          <GradeStrip
            faces={coil.geometry.faces}
            rows={coil.geometry.rows}
            grades={{}}
            picked={{ faceId: life.faceId, row: life.row }}
            cellHeight={36}
          />
        ) : null}
        {life.note ? <Body>{life.note}</Body> : null}
      </Part>
      <Part title={<Heading>What became of it</Heading>} testID="finding-life">
        <View style={{ gap: space.s }}>
          <Step name="Noted" text="" at={life.at} by={life.by} />
          {life.steps.map((step) => (
            <Step
              key={step.eventId}
              name={FINDING_STANDING_NAMES[step.value.step]}
              text={[
                step.value.day ? `${step.value.step === 'declined' ? 'ask again' : 'for'} ${shortDay(step.value.day)}` : '',
                step.value.words,
                step.value.after ?? '',
              ]
                .filter(Boolean)
                .join('. ')}
              at={step.at}
              by={step.by}
            />
          ))}
          {life.standing === 'closed' ? <Strong>Set aside: it is no longer so.</Strong> : null}
        </View>
      </Part>
    </>
  );
}

function Step({ name, text, at, by }: { name: string; text: string; at: string; by: string }) {
  return (
    <View style={{ gap: 2 }}>
      <Strong>{name}</Strong>
      {text ? <Body>{text}</Body> : null}
      <Small ink="inkSoft">{`${wallClock(at, 'd MMM yyyy, h:mm a').replace(/AM|PM/, (half) => half.toLowerCase())}, ${by}`}</Small>
    </View>
  );
}
