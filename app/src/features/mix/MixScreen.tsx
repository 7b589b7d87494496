import { heldWarning, MIX_STANDING_WORDS, notedOf, trySheet } from '@elm-mist/core/mix';
import { mixJobs, splashWords } from '@elm-mist/core/visit';
import { coilName } from '@elm-mist/core/equipment';
import { visitClashes } from '@elm-mist/core/method';
import { coilMix, needsMix } from '@elm-mist/core/run';
import { formatVolume } from '@elm-mist/core/units';
import { useState } from 'react';
import { readText, writeDevice } from '@/device/memory';
import { useVisit } from '@/data';
import { Act, Banner, Companion, HazardBox, Sign, Tabs, ThumbBar } from '@/ui';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { ApplicatorPart } from './ApplicatorPart';
import { readHeld, writeHeld } from './held';
import { useMeasure } from './MeasurePick';
import { MixFix } from './MixFix';
import { ownPack, useSameMix, type MixJob } from './mixJob';
import { PourPart } from './PourPart';

const LAST_APPLICATOR = 'applicator';

export function MixScreen() {
  const visit = useVisit();
  const { state, coils, shelf, detail } = visit;
  const jobs: MixJob[] = mixJobs(state, coils, shelf);
  const [coilId, setCoilId] = useState(jobs.find((job) => coilMix(state, job.coil.id) !== 'ready')?.coil.id ?? jobs[0]?.coil.id ?? '');
  const job = jobs.find((row) => row.coil.id === coilId) ?? jobs[0];
  if (!job) {
    const planned = coils.length > 0 && coils.every((coil) => state.plans[coil.id]);
    return (
      <VisitScreen
        visitStep="mix"
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
  const packed = cleaner.form !== 'concentrate';
  const choices = packed ? [ownPack(cleaner)] : applicators;
  const [applicatorId, setApplicatorId] = useState(
    () => state.mixes[coil.id]?.at(-1)?.value.applicatorId ?? readText(LAST_APPLICATOR) ?? 'pump-sprayer',
  );
  const applicator = choices.find((row) => row.id === applicatorId) ?? choices[0];
  const [also, setAlso] = useState<string[]>([]);
  const [fixing, setFixing] = useState(false);
  const picked = useMeasure(units);
  const same = useSameMix(job, detail.visit.day);
  const wanted = plan.waterParts ?? 0;
  const ownL = plan.solutionL ?? 1;
  const closed = state.closed !== null;
  const next = jobs.find((row) => row !== job && coilMix(state, row.coil.id) !== 'ready');
  const standing = coilMix(state, coil.id);
  /** Batches of this cleaner; what else was poured for the coil is another mix. */
  const mixed = (state.mixes[coil.id] ?? []).filter((row) => row.value.cleanerId === cleaner.id);
  const wrong = !closed && (standing === 'weaker' || standing === 'stronger');
  const onward = () => (next ? pick(next.coil.id) : goTo(detail.visit.id, 'wash'));
  if (!applicator)
    return (
      <VisitScreen visitStep="mix">
        <NotYet>There is no applicator on the shelf. Put one there first, under Shelf.</NotYet>
      </VisitScreen>
    );

  const chosen = same.filter((row) => also.includes(row.coilId));
  const allL = [ownL, ...chosen.map((row) => row.litres)];
  const share = ownL / allL.reduce((sum, litres) => sum + litres, 0);
  const answer = trySheet({ waterParts: wanted, litres: allL, applicator, cleaner, system: units, concentrateIn: picked.measure });
  const sheet = 'sheet' in answer ? answer.sheet : null;
  const held = packed ? null : heldWarning(readHeld(applicator.id), cleaner);
  const chooseApplicator = (id: string) => {
    setApplicatorId(id);
    writeDevice(LAST_APPLICATOR, id);
  };
  const note = (concentrateL: number, waterL: number) =>
    record({
      kind: 'mix.made',
      data: { coilId: coil.id, cleanerId: cleaner.id, targetWaterParts: wanted, concentrateL, waterL, applicatorId: applicator.id },
    });
  const made = (): boolean => {
    if (!sheet) return false;
    const { batch, dialParts } = sheet;
    const { concentrateL, waterL } = batch.pour;
    // A pack is used by what the coil needs of it; a filling by what was poured.
    const poured = packed
      ? note(ownL, 0)
      : note(concentrateL * batch.fillings * share, (waterL + (concentrateL + waterL) * dialParts) * batch.fillings * share);
    if (poured && !packed) writeHeld(applicator.id, cleaner);
    return poured;
  };
  const done = () => {
    if (closed || standing === 'ready' || made()) onward();
  };
  const optional = !needsMix(plan, state.sections[coil.id] ?? {});
  const result = packed ? 'At hand' : 'Mixed';
  const where = next ? `${coilName(next.coil).toLowerCase()} next` : 'go to Wash';
  const clashes = visitClashes(
    jobs.map((row) => row.plan),
    Object.values(state.surveys).map((survey) => survey.value),
    house.drain,
    detail.known.chemistries,
  );
  const usedSofar = mixed.reduce((sum, row) => ({ c: sum.c + row.value.concentrateL, w: sum.w + row.value.waterL }), { c: 0, w: 0 });
  const canFix = !packed && !closed && wanted > 0;
  return (
    <VisitScreen
      visitStep="mix"
      page={coil.id}
      under={`${coilName(coil)} · ${cleaner.name}`}
      foot={
        <ThumbBar>
          {optional && mixed.length === 0 ? (
            <Companion title="Skip" onPress={onward} />
          ) : canFix ? (
            <Companion title={fixing ? 'Mix' : 'Fix mix'} onPress={() => setFixing(!fixing)} testID="fix-mix" />
          ) : (
            <Companion title="Plan" onPress={() => goTo(detail.visit.id, 'plan')} />
          )}
          {wrong ? (
            <Act title="Put it right" onPress={() => setFixing(true)} disabled={fixing} testID="mix-put-right" />
          ) : (
            <Act
              title={
                closed
                  ? 'Go on'
                  : standing === 'ready'
                    ? next
                      ? `Go on: ${coilName(next.coil).toLowerCase()}`
                      : 'Go to Wash'
                    : `${result}: ${where}`
              }
              disabled={!sheet && !closed && standing !== 'ready'}
              onPress={() => done()}
              testID="mix-done"
            />
          )}
        </ThumbBar>
      }
    >
      <Tabs
        label="Coils"
        value={coil.id}
        onChange={pick}
        options={jobs.map((row) => ({
          value: row.coil.id,
          label: coilName(row.coil),
          ...(coilMix(state, row.coil.id) === 'ready' ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {optional ? <Banner tone="info">Water first: mix this only if the torch still shows dark after plain water.</Banner> : null}
      {mixed.length > 0 ? (
        <Banner tone="done">{`${result}: ${formatVolume(usedSofar.c, units)} ${packed ? 'to be used' : `concentrate, ${formatVolume(usedSofar.w, units)} water`}.`}</Banner>
      ) : null}
      {!closed && (standing === 'other' || wrong) ? <Banner tone="stop">{MIX_STANDING_WORDS[standing]}</Banner> : null}
      {clashes.map((clash) => (
        <HazardBox key={clash.id + clash.a + clash.b} lead="Never together.">
          {clash.text} Rinse between, or choose another.
        </HazardBox>
      ))}
      {'trouble' in answer ? <Banner tone="stop">{answer.trouble}</Banner> : null}
      {fixing ? (
        <MixFix
          draftKey={`fix.${detail.visit.id}.${coil.id}.${units}`}
          applicator={applicator}
          cleaner={cleaner}
          wanted={wanted}
          system={units}
          onDone={(fixed) => {
            const { concentrateL, waterL } = notedOf(fixed, mixed.length > 0);
            const taken = note(concentrateL, waterL);
            if (taken) {
              writeHeld(applicator.id, cleaner);
              setFixing(false);
            }
            return taken;
          }}
        />
      ) : null}
      {sheet && !fixing ? <PourPart job={job} sheet={sheet} applicator={applicator} measure={picked.measure} /> : null}
      <HazardBox lead={cleaner.hazardWords || 'Read the label.'}>
        {splashWords(cleaner.chemistry)}
        {held && !held.never ? ` ${held.words}` : ''}
      </HazardBox>
      {job.plan.cautions
        .filter(({ step }) => step === 'mix')
        .map(({ lead, text }) => (
          <HazardBox key={lead} lead={lead}>
            {text}
          </HazardBox>
        ))}
      {held?.never ? <HazardBox lead="Not into this applicator.">{held.words}</HazardBox> : null}
      {fixing ? null : (
        <ApplicatorPart
          job={job}
          sheet={sheet}
          applicator={applicator}
          choose={chooseApplicator}
          picked={picked}
          same={same}
          also={also}
          setAlso={setAlso}
          again={mixed.length > 0 && !closed ? () => void made() : null}
          printed={mixed.length > 0}
        />
      )}
    </VisitScreen>
  );
}
