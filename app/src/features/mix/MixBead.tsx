import type { ApplicatorRecord, CoilRecord } from '@elm-mist/contract';
import { BAND_WORDS, formatRatio, formatVolume, needsMix, strengthBand, trimDecimals, type CoilPlan, type Cleaner } from '@elm-mist/core';
import { useState } from 'react';
import { View } from 'react-native';
import { readText, writeDevice } from '@/device/memory';
import { useVisit } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Gauge,
  HazardBox,
  Heading,
  Jug,
  Label,
  OneOf,
  Part,
  Row,
  Sign,
  Small,
  space,
  Strong,
  Tabs,
  ThumbBar,
  Why,
} from '@/ui';
import { ROLE_NAMES } from '../shared/words';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { mixSheet } from './mixSheet';

const LAST_CONTAINER = 'container';

/** What each container held last on this device, for the rinse-it-first warning. */
const heldKey = (container: ApplicatorRecord) => `held.${container.id}`;

interface MixJob {
  coil: CoilRecord;
  plan: CoilPlan;
  cleaner: Cleaner;
}

export function MixBead() {
  const visit = useVisit();
  const { state, coils, shelf, detail } = visit;
  const jobs = coils.flatMap((coil): MixJob[] => {
    const plan = state.plans[coil.id]?.value;
    const cleaner = shelf.find((row) => row.id === plan?.cleanerId);
    return plan && cleaner && plan.verdict === 'wash' && plan.solutionL !== null && plan.waterParts !== null
      ? [{ coil, plan, cleaner }]
      : [];
  });
  const [coilId, setCoilId] = useState(jobs.find((job) => !state.mixes[job.coil.id])?.coil.id ?? jobs[0]?.coil.id ?? '');
  const job = jobs.find((row) => row.coil.id === coilId) ?? jobs[0];
  if (!job) {
    const planned = coils.length > 0 && coils.every((coil) => state.plans[coil.id]);
    return (
      <VisitScreen
        bead="mix"
        foot={
          <ThumbBar>
            <Act title={planned ? 'Go to Wash' : 'Go to Plan'} onPress={() => goTo(detail.visit.id, planned ? 'wash' : 'plan')} />
          </ThumbBar>
        }
      >
        <NotYet>
          {planned
            ? 'Nothing to mix: the plan uses water, or something used as it comes.'
            : 'Make the plan first: it says what to mix and how strong.'}
        </NotYet>
      </VisitScreen>
    );
  }
  return <MixJobScreen key={job.coil.id} job={job} jobs={jobs} pick={setCoilId} />;
}

function MixJobScreen({ job, jobs, pick }: { job: MixJob; jobs: readonly MixJob[]; pick: (coilId: string) => void }) {
  const { state, house, applicators, record, detail } = useVisit();
  const { coil, plan, cleaner } = job;
  const { units } = house;
  const [containerId, setContainerId] = useState(
    () => state.mixes[coil.id]?.at(-1)?.value.applicatorId ?? readText(LAST_CONTAINER) ?? 'pump-sprayer',
  );
  const container = applicators.find((row) => row.id === containerId) ?? applicators[0];
  const wanted = plan.waterParts ?? 0;
  const totalL = plan.solutionL ?? 1;
  const why = (id: string) => plan.because.find((because) => because.id === id);
  const closed = state.closed !== null;
  const others = jobs.filter((row) => row !== job && !state.mixes[row.coil.id]);
  const next = others[0];
  const mixed = state.mixes[coil.id]?.at(-1);
  if (!container)
    return (
      <VisitScreen bead="mix">
        <NotYet>There is no container on the shelf.</NotYet>
      </VisitScreen>
    );

  const asItComes = wanted === 0;
  const sheet = mixSheet(wanted, totalL, container, cleaner.waterFirst, units);
  const { pour, fillings, dial } = sheet;
  const real = dial ?? pour.waterParts;
  const made = dial === null ? pour.totalL : pour.concentrateL * (dial + 1);
  const band = strengthBand(real, cleaner.chart);
  const held = readText(heldKey(container));
  const layers =
    dial !== null || asItComes
      ? [{ what: 'concentrate' as const, litres: pour.concentrateL, words: asItComes ? 'as it comes' : 'straight concentrate' }]
      : cleaner.waterFirst
        ? [
            { what: 'water' as const, litres: pour.waterL, words: '1  water first, up to' },
            { what: 'concentrate' as const, litres: pour.concentrateL, words: '2  concentrate, up to' },
          ]
        : [
            { what: 'concentrate' as const, litres: pour.concentrateL, words: '1  concentrate first, up to' },
            { what: 'water' as const, litres: pour.waterL, words: '2  water, up to' },
          ];
  const chooseContainer = (id: string) => {
    setContainerId(id);
    writeDevice(LAST_CONTAINER, id);
  };
  const done = () => {
    const ok = record({
      kind: 'mix.made',
      data: {
        coilId: coil.id,
        cleanerId: cleaner.id,
        targetWaterParts: wanted,
        concentrateL: pour.concentrateL * fillings,
        waterL: (dial === null ? pour.waterL : pour.concentrateL * dial) * fillings,
        applicatorId: container.id,
      },
    });
    if (!ok) return;
    writeDevice(heldKey(container), cleaner.name);
    if (next) pick(next.coil.id);
    else goTo(detail.visit.id, 'wash');
  };
  const title = next ? `Mixed: ${ROLE_NAMES[next.coil.role].toLowerCase()} next` : 'Mixed: go to Wash';
  const optional = !needsMix(plan, state.sections[coil.id] ?? {});
  return (
    <VisitScreen
      bead="mix"
      page={coil.id}
      under={`${ROLE_NAMES[coil.role]} · ${cleaner.name}`}
      foot={
        <ThumbBar>
          <Companion
            title={optional || mixed ? 'Skip' : 'Plan'}
            onPress={() =>
              optional || mixed ? (next ? pick(next.coil.id) : goTo(detail.visit.id, 'wash')) : goTo(detail.visit.id, 'plan')
            }
          />
          <Act title={closed ? 'Go on' : title} onPress={() => (closed ? goTo(detail.visit.id, 'wash') : done())} testID="mix-done" />
        </ThumbBar>
      }
    >
      <Tabs
        label="Coils"
        value={coil.id}
        onChange={pick}
        options={jobs.map((row) => ({
          value: row.coil.id,
          label: ROLE_NAMES[row.coil.role],
          ...(state.mixes[row.coil.id] ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {optional ? <Banner tone="info">Water first: mix this only if the torch still shows dark after plain water.</Banner> : null}
      {mixed ? (
        <Banner tone="done">{`Mixed: ${formatVolume(mixed.value.concentrateL, units)} concentrate, ${formatVolume(mixed.value.waterL, units)} water.`}</Banner>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }}>
        <View>
          <Label ink="inkSoft">strength</Label>
          <Why because={why('strength')} about="Strength">
            <Gauge style={{ fontSize: 36, lineHeight: 40 }}>{asItComes ? 'as it is' : formatRatio(wanted)}</Gauge>
          </Why>
        </View>
        {asItComes ? null : (
          <View>
            <Label ink="inkSoft">that is</Label>
            <Gauge style={{ fontSize: 36, lineHeight: 48 }}>{`1 in ${trimDecimals(wanted + 1, 1)}`}</Gauge>
          </View>
        )}
        <View>
          <Label ink="inkSoft">{fillings > 1 ? `each of ${fillings} fillings` : 'makes'}</Label>
          <Why because={why('solution-volume')} about="How much mix">
            <Gauge style={{ fontSize: 36, lineHeight: 40 }}>{formatVolume(made, units)}</Gauge>
          </Why>
        </View>
      </View>
      <Jug
        shape={container.kind}
        capacityL={container.capacityL}
        layers={layers}
        system={units}
        amounts={(layer) => (
          <Why because={sheet.because} about={layer.what}>
            <Gauge style={{ fontSize: 30, lineHeight: 34 }}>{formatVolume(layer.litres, units)}</Gauge>
          </Why>
        )}
      />
      {dial !== null ? (
        <Banner tone="info">{`Set the dial to ${formatRatio(dial)}. The dial adds the water: put nothing but concentrate in the reservoir.`}</Banner>
      ) : null}
      {sheet.noDial ? (
        <Banner tone="wait">{`No position of this dial gives ${formatRatio(wanted)}. Mixed in the reservoir instead: dial on the straight position.`}</Banner>
      ) : null}
      {asItComes ? null : <Small ink="inkSoft">Lukewarm water. Hot water flashes foam, very cold water slows it.</Small>}
      <HazardBox lead={cleaner.hazardWords || 'Read the label.'}>
        {cleaner.chemistry === 'alkaline-foam'
          ? 'Chemical gloves and sealed goggles on before the cap is off. Splash: water at once for 15 minutes, then the safety sheet.'
          : 'Gloves and goggles. Splash: water at once for 15 minutes, then the safety sheet.'}
        {held && held !== cleaner.name ? ` Last in this container: ${held}. Rinse it first.` : ''}
      </HazardBox>
      <Part title={<Heading>Container</Heading>}>
        <OneOf
          label="Container"
          options={applicators.map((row) => ({ value: row.id, label: row.name }))}
          value={container.id}
          onChange={chooseContainer}
        />
        <View>
          {fillings > 1 ? <Row label="Fillings" value={`${fillings}, each as drawn`} /> : null}
          <Row label="After rounding" value={`${formatRatio(real)} · ${BAND_WORDS[band]}`} />
          <Row label="Label’s chart, light · medium · heavy">
            <Strong>
              {[cleaner.chart.light, cleaner.chart.medium, cleaner.chart.heavy]
                .map((figure) => (figure === null ? 'none' : formatRatio(figure)))
                .join(' · ')}
            </Strong>
          </Row>
        </View>
        <Body ink="inkSoft">After use run clear water through until it runs clean. Label what is left: product, ratio, date.</Body>
      </Part>
    </VisitScreen>
  );
}
