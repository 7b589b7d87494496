import { dryWords } from '@elm-mist/core/dryout';
import { isHeldBack, RINSE_MEANS_NAMES, SCHOOL_NAMES, whyCaution, type CoilPlan } from '@elm-mist/core/method';
import { concentrateOf } from '@elm-mist/core/truck';
import { formatDuration, formatQuantity, formatRatio } from '@elm-mist/core/units';
import { CAUTION_STEP_WORDS } from '@elm-mist/core/visit';
import { View } from 'react-native';
import type { OpenVisit } from '@/data';
import { Banner, Big, Body, Gauge, HazardBox, Heading, Label, Part, Row, Small, space, Strong, useAfterPaint, Why } from '@/ui';
import { OpeningPart } from './OpeningPart';
import { SecondOpinion } from './SecondOpinion';
import { WetPart } from './WetPart';

function Measure({ label, because, value }: { label: string; because: CoilPlan['because'][number] | undefined; value: string }) {
  return (
    <View style={{ gap: 2 }}>
      <Label ink="inkSoft">{label}</Label>
      <Why because={because} about={label}>
        <Gauge>{value}</Gauge>
      </Why>
    </View>
  );
}

export function PlanSheet({ plan, visit }: { plan: CoilPlan; visit: OpenVisit }) {
  const { units } = visit.house;
  const painted = useAfterPaint();
  const why = (id: string) => plan.because.find((because) => because.id === id);
  const concentrate = concentrateOf(plan);
  const byCondensate = plan.ending === 'condensate';
  if (isHeldBack(plan)) {
    return (
      <View style={{ gap: space.m }}>
        <Big ink="brick">{plan.stop?.title}</Big>
        <HazardBox lead={plan.verdict === 'stop' ? 'Stop.' : 'Not now.'}>{plan.stop?.action}</HazardBox>
        <Row label="Why">
          <Why because={why('verdict')}>
            <Strong>{plan.because.find((because) => because.id === 'verdict')?.rules[0]?.because}</Strong>
          </Why>
        </Row>
        <WetPart plan={plan} />
      </View>
    );
  }
  return (
    <View style={{ gap: space.m }}>
      <Why because={why('chemistry')}>
        <Big>
          {plan.verdict === 'inspect'
            ? 'Look it over, wipe the pan'
            : plan.waterFirst
              ? `Water first, then ${plan.cleanerName}`
              : plan.cleanerId
                ? plan.cleanerName
                : 'Water only'}
        </Big>
      </Why>
      {plan.waterFirst ? <Body ink="inkSoft">The cleaner only where the torch still shows dark after plain water.</Body> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }}>
        {plan.waterParts !== null ? (
          <Measure label="strength" because={why('strength')} value={plan.waterParts === 0 ? 'as it is' : formatRatio(plan.waterParts)} />
        ) : null}
        {plan.dwell ? (
          <Measure label={byCondensate ? 'foam works' : 'rinse after'} because={why('dwell')} value={formatDuration(plan.dwell.minS)} />
        ) : null}
        {plan.drySeconds !== null ? <Measure label="foam dries in" because={why('drying')} value={dryWords(plan.drySeconds)} /> : null}
        {plan.sections.length > 0 ? <Measure label="sections" because={why('sections')} value={String(plan.sections.length)} /> : null}
        {plan.solutionL !== null ? (
          <Measure
            label={plan.cans ? 'cans' : 'ready mix'}
            because={why('solution-volume')}
            value={plan.cans ? String(plan.cans) : formatQuantity({ kind: 'volume', litres: plan.solutionL }, units)}
          />
        ) : null}
        {plan.totalSeconds > 0 ? (
          <View style={{ gap: 2 }}>
            <Measure label="time" because={why('time')} value={formatDuration(plan.totalSeconds)} />
            {plan.handsOnS === undefined ? null : <Small ink="inkSoft">{`of it hands on ${formatDuration(plan.handsOnS)}`}</Small>}
          </View>
        ) : null}
      </View>
      {plan.schools.length > 0 ? (
        <Small ink="inkSoft">{`Follows: ${plan.schools.join(' · ').toLowerCase()}${visit.state.rules && Object.keys(visit.state.rules.value.rules).length > 0 ? ', chosen for this visit' : ''}.`}</Small>
      ) : null}
      {plan.schoolsLeft && plan.schoolsLeft.length > 0 ? (
        <Small ink="inkSoft" testID="schools-left">{`Not used here: ${plan.schoolsLeft.join(' · ')}`}</Small>
      ) : null}
      {plan.missing.map((text) => (
        <Banner key={text} tone="wait">
          {text}
        </Banner>
      ))}
      {plan.outlook ? <Banner tone="info">{plan.outlook}</Banner> : null}
      <WetPart plan={plan} />
      <Part title={<Heading>How</Heading>}>
        <View>
          <Row label="Dry lift">
            <Why because={why('dryLift')}>
              <Strong>{plan.dryLift ? 'Yes, before any water' : 'No'}</Strong>
            </Why>
          </Row>
          <Row label="Passes">
            <Why because={why('passes')}>
              <Strong>{plan.passes === 1 ? 'One' : `Up to ${plan.passes}`}</Strong>
            </Why>
          </Row>
          {plan.foaming && plan.dwell ? (
            <Row label="Foam">
              <Why because={why('foaming')}>
                <Strong
                  style={{ textAlign: 'right' }}
                >{`${plan.foaming.from}; ${SCHOOL_NAMES.preWet[plan.foaming.preWet].toLowerCase()}`}</Strong>
              </Why>
            </Row>
          ) : null}
          <Row label="Rinse">
            <Why because={why('rinse')}>
              <Strong style={{ textAlign: 'right' }}>{plan.rinse.direction}</Strong>
            </Why>
          </Row>
          {plan.dwell && plan.dwell.maxS !== null ? <Row label="Never longer than" value={formatDuration(plan.dwell.maxS)} /> : null}
          {plan.condensateRunS ? (
            <Row
              label="Then condensate rinses"
              value={`${formatDuration(plan.condensateRunS.least)} to ${formatDuration(plan.condensateRunS.most)}`}
            />
          ) : null}
          {plan.rinse.nozzle ? (
            <Row
              label="With"
              value={`${plan.rinse.nozzle}${plan.rinse.leastDistanceM ? `, no nearer than ${formatQuantity({ kind: 'length', m: plan.rinse.leastDistanceM }, units)}` : ''}`}
            />
          ) : null}
          {plan.water ? (
            <Row
              label="Water"
              value={`${formatDuration(Math.round(plan.water.seconds / 30) * 30)} at ${formatQuantity({ kind: 'edge', edge: 'flow', value: plan.water.flowLMin }, units)}, ${RINSE_MEANS_NAMES[plan.water.means]}: about ${formatQuantity({ kind: 'volume', litres: plan.water.litres }, units)}`}
            />
          ) : null}
          {plan.mists ? <Row label="Mist on the way" value={plan.mists === 1 ? 'once' : 'twice'} /> : null}
          {plan.sections.length > 1 ? (
            <Row label="Faces in this order">
              <Why because={why('sections')} about="the order of the faces">
                <Strong style={{ textAlign: 'right' }}>{faceOrder(plan)}</Strong>
              </Why>
            </Row>
          ) : null}
          {concentrate !== null && concentrate > 0 ? (
            <Row
              label={plan.cans ? 'In the cans' : 'Concentrate to carry'}
              value={formatQuantity({ kind: 'volume', litres: concentrate }, units)}
            />
          ) : null}
        </View>
        <Small ink="inkSoft">{plan.rinse.how}</Small>
      </Part>
      {painted ? <PlanDetail plan={plan} visit={visit} /> : null}
    </View>
  );
}

/** Faces in the order of work, with into how many pieces each is cut: "North, East in 2, West in 3". */
function faceOrder(plan: CoilPlan): string {
  const faces = [...new Set(plan.sections.map((section) => section.faceName))];
  return faces
    .map((name) => {
      const pieces = plan.sections.filter((section) => section.faceName === name).length;
      return pieces > 1 ? `${name} in ${pieces}` : name;
    })
    .join(', ');
}

/** What lies below the first screenful: it comes a frame later, so that the decision itself is there at once. */
function PlanDetail({ plan, visit }: { plan: CoilPlan; visit: OpenVisit }) {
  const { units } = visit.house;
  const coil = visit.coil(plan.coilId);
  const why = (id: string) => plan.because.find((because) => because.id === id);
  return (
    <>
      {plan.panDose ? (
        <Part title={<Heading>Over the pan</Heading>}>
          <Row label={plan.panDose.continuous ? 'Pour' : 'Each pour'}>
            <Why because={why('pan-dose')}>
              <Strong>
                {plan.panDose.continuous
                  ? 'without stopping'
                  : `${formatQuantity({ kind: 'volume', litres: plan.panDose.doseL }, units)}, then wait ${formatDuration(plan.panDose.pauseS)}`}
              </Strong>
            </Why>
          </Row>
        </Part>
      ) : null}
      <OpeningPart plan={plan} />
      {plan.rejected.length > 0 ? (
        <Part title={<Heading>Not used, and why</Heading>}>
          {plan.rejected.map((row) => (
            <Body key={row.name + row.why}>
              <Strong>{row.name}. </Strong>
              {row.why}
            </Body>
          ))}
        </Part>
      ) : null}
      <Part title={<Heading>Mind</Heading>}>
        {plan.cautions.map((caution, i) => (
          <View key={caution.lead + caution.step} style={{ gap: 2 }}>
            {plan.cautions[i - 1]?.step === caution.step ? null : <Label ink="inkSoft">{CAUTION_STEP_WORDS[caution.step]}</Label>}
            <Why because={whyCaution(caution)} about="">
              <Strong ink="brick">{caution.lead}</Strong>
            </Why>
            <Body>{caution.text}</Body>
          </View>
        ))}
      </Part>
      {coil ? <SecondOpinion coil={coil} /> : null}
      <Part title={<Heading>Order of work</Heading>}>
        <View>
          {plan.steps.map((step, i) => (
            <Row
              key={step.id}
              label={`${i + 1}  ${step.text}`}
              value={formatDuration(Math.round(step.seconds / 60) * 60 || step.seconds)}
            />
          ))}
        </View>
      </Part>
    </>
  );
}
