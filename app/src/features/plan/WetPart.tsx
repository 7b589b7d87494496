import type { CoilPlan, WetOffer } from '@elm-mist/core/method';
import type { KeepWet } from '@elm-mist/core/survey';
import { formatDuration } from '@elm-mist/core/units';
import { View } from 'react-native';
import { useVisit, wallClock } from '@/data';
import { Banner, Body, Heading, OneOf, Part, Row, Small, Strong } from '@/ui';

const hour = (ms: number) => wallClock(ms, 'h a').toLowerCase();

function hourWords(offer: Extract<WetOffer, { kind: 'hour' }>, cold: boolean): string {
  if (offer.fromMs !== null && offer.toMs !== null) return `${hour(offer.fromMs)} to ${hour(offer.toMs)}`;
  if (!offer.known) return 'no feed for this day';
  return cold ? 'not today' : 'none left today';
}

/** When foam cannot be kept wet: what can be done about it, each with what it gives, and which is chosen. */
export function WetPart({ plan }: { plan: CoilPlan }) {
  const { state, record } = useVisit();
  const { wet } = plan;
  if (!wet) return null;
  const find = <K extends WetOffer['kind']>(kind: K) =>
    wet.offers.find((row) => row.kind === kind) as Extract<WetOffer, { kind: K }> | undefined;
  const hourOffer = find('hour');
  const mist = find('mist');
  const shade = find('shade');
  const gentler = find('gentler');
  const cold = wet.cleanerName === '';
  const hourRow = hourOffer ? (
    <Row label="Another hour today">
      <Strong>{hourWords(hourOffer, cold)}</Strong>
    </Row>
  ) : null;
  if (cold)
    return (
      <Part title={<Heading>When it is warmer</Heading>} testID="wet-offers">
        <View>{hourRow}</View>
        <Small ink="inkSoft">From the simulated feed of the day.</Small>
      </Part>
    );
  const choose = (keepWet: KeepWet) => {
    const survey = state.surveys[plan.coilId]?.value;
    if (survey && !state.closed)
      record({ kind: 'coil.surveyed', data: { coilId: plan.coilId, survey: { ...survey, answers: { ...survey.answers, keepWet } } } });
  };
  const options: { value: KeepWet; label: string; help: string }[] = [
    { value: 'none', label: 'Water only', help: 'Always possible. It shifts less: expect a second pass, or come back.' },
    ...(mist && mist.atS !== null
      ? [
          {
            value: 'mist' as const,
            label: `Mist it, first after ${formatDuration(mist.atS)}`,
            help: `${mist.times === 1 ? 'Once' : 'Twice'} on the way. Water thins the foam: twice at most.`,
          },
        ]
      : []),
    ...(shade?.works
      ? [{ value: 'shade' as const, label: 'Shade the side', help: 'A sheet or board between sun and coil, never on a fan that runs.' }]
      : []),
    ...(gentler?.name
      ? [{ value: 'gentler' as const, label: `Gentler: ${gentler.name}`, help: 'Its label is content with a shorter dwell.' }]
      : []),
  ];
  return (
    <Part title={<Heading>Foam would dry here now</Heading>} testID="wet-offers">
      <Banner tone="stop">
        {`${wet.cleanerName} would dry before its shortest dwell is over, even in the smallest sections.${wet.chosen === 'none' ? ' Not now with foam.' : ''}`}
      </Banner>
      <View>{hourRow}</View>
      <OneOf label="What to do about it" options={options} value={wet.chosen} onChange={choose} />
      {mist?.atS === null && !shade?.works && !gentler?.name ? (
        <Body ink="inkSoft">Neither mist, shade nor a gentler cleaner would keep it wet long enough.</Body>
      ) : null}
      <Small ink="inkSoft">The hour is from the simulated feed of the day, each face in its own sun.</Small>
    </Part>
  );
}
