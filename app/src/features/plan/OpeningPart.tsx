import type { CoilPlan } from '@elm-mist/core/method';
import type { OpeningId } from '@elm-mist/core/survey';
import { formatDuration } from '@elm-mist/core/units';
import { useVisit } from '@/data';
import { Body, Heading, OneOf, Part, Row, Strong, Why } from '@/ui';

/** How far to open: what is proposed, what each way costs in time and money, and what is given up by opening less. */
export function OpeningPart({ plan }: { plan: CoilPlan }) {
  const { state, record } = useVisit();
  const survey = state.surveys[plan.coilId]?.value;
  const chosen = plan.openings.find((opening) => opening.id === plan.opening);
  if (!chosen) return null;
  const choose = (opening: OpeningId) => {
    if (!survey) return;
    const own = opening === plan.proposedOpening ? null : opening;
    record({
      kind: 'coil.surveyed',
      data: { coilId: plan.coilId, survey: { ...survey, answers: { ...survey.answers, opening: own } } },
    });
  };
  return (
    <Part title={<Heading>How far to open</Heading>}>
      <Row label="Open to">
        <Why because={plan.because.find((because) => because.id === 'opening')}>
          <Strong>{chosen.name}</Strong>
        </Why>
      </Row>
      <OneOf
        label="How far to open"
        options={plan.openings.map((opening) => ({
          value: opening.id,
          label: `${opening.name}${opening.id === plan.proposedOpening ? ', proposed' : ''}`,
          help: `${opening.what} · adds ${opening.minutes === 0 ? 'no time' : formatDuration(opening.minutes * 60)}`,
        }))}
        value={plan.opening}
        onChange={(opening) => void (state.closed ? undefined : choose(opening))}
      />
      {chosen.givesUp ? <Body ink="inkSoft">{chosen.givesUp}</Body> : null}
    </Part>
  );
}
