import { coilName } from '@elm-mist/core/equipment';
import { mergedKit, visitClashes, type CoilPlan } from '@elm-mist/core/method';
import { isPromised, partsInPassing, wholeFinding } from '@elm-mist/core/run';
import { useMemo, useState } from 'react';
import { useVisit } from '@/data';
import { Act, Banner, Companion, HazardBox, LinkRow, Sign, Tabs, ThumbBar, useAfterPaint } from '@/ui';
import { MakeOfCoil } from '../practice/MakeOfCoil';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { draftPlans } from './draftPlans';
import { useBookAsked } from '../price/useVisitPrice';
import { WaysPart } from '../price/WaysPart';
import { KitPart } from './KitPart';
import { PlanSheet } from './PlanSheet';
import { ReadingsPart } from './ReadingsPart';

const samePlan = (a: CoilPlan | undefined, b: CoilPlan | null): boolean => JSON.stringify(a) === JSON.stringify(b);

export function PlanScreen() {
  const visit = useVisit();
  const painted = useAfterPaint();
  const settled = useBookAsked() && painted;
  const { state, record, detail } = visit;
  const drafts = useMemo(() => draftPlans(visit), [visit]);
  const [coilId, setCoilId] = useState(drafts[0]?.coil.id ?? '');
  const shown = drafts.find((row) => row.coil.id === coilId) ?? drafts[0];
  const made = shown ? state.plans[shown.coil.id] : undefined;
  const open = drafts.filter((row) => !samePlan(state.plans[row.coil.id]?.value, row.plan));
  const changed = open.some((row) => state.plans[row.coil.id]);
  const closed = state.closed !== null;
  const plan = closed ? made?.value : shown?.plan;
  const planned = drafts.flatMap((row) => (row.plan ? [row.plan] : []));
  const parts = visit.findings.filter(isPromised).flatMap((life) => wholeFinding(life).parts);
  const small = visit.findings.flatMap(partsInPassing);
  const kit = mergedKit(planned.map((row) => row.kit));
  const clashes = visitClashes(
    planned,
    Object.values(state.surveys).map((survey) => survey.value),
    visit.house.drain,
    detail.known.chemistries,
  );
  const ready = drafts.length > 0 && drafts.every((row) => row.plan);
  const follow = () => {
    const entries = open.flatMap((row) =>
      row.plan ? [{ kind: 'plan.made' as const, data: { coilId: row.coil.id, plan: row.plan } }] : [],
    );
    if (closed || entries.length === 0 || record(...entries)) {
      goTo(
        detail.visit.id,
        drafts.some((row) => row.plan?.verdict === 'wash')
          ? drafts.some((row) => row.plan?.cleanerId && !row.plan.waterFirst)
            ? 'mix'
            : 'wash'
          : 'close',
      );
    }
  };
  const title = !ready
    ? 'Grade it in Look first'
    : closed || open.length === 0
      ? 'Go on'
      : drafts.length > 1
        ? 'Follow both plans'
        : 'Follow this plan';
  return (
    <VisitScreen
      visitStep="plan"
      page={shown?.coil.id ?? ''}
      {...(shown ? { under: coilName(shown.coil) } : {})}
      foot={
        <ThumbBar>
          <Companion title="Look again" onPress={() => goTo(detail.visit.id, 'look')} />
          <Act title={title} disabled={!ready && !closed} onPress={() => follow()} testID="plan-follow" />
        </ThumbBar>
      }
    >
      <Tabs
        label="Coils"
        value={shown?.coil.id ?? ''}
        onChange={setCoilId}
        options={drafts.map((row) => ({
          value: row.coil.id,
          label: coilName(row.coil),
          ...(state.plans[row.coil.id] ? { mark: <Sign name="check" size={16} ink="elm" /> } : {}),
        }))}
      />
      {drafts.length === 0 ? <NotYet>Every coil has been left out of this visit. Go on to Close.</NotYet> : null}
      {changed && !closed ? <Banner tone="info">What you noted since gives another plan. Sections already done stay done.</Banner> : null}
      {shown && !plan ? <NotYet>{shown.trouble || 'No plan was made.'}</NotYet> : null}
      {clashes.map((clash) => (
        <HazardBox key={clash.id + clash.a + clash.b} lead="Never together.">
          {clash.text} Rinse between, or choose another.
        </HazardBox>
      ))}
      {plan ? <PlanSheet plan={plan} visit={visit} /> : null}
      {plan && plan.steps.length > 0 && !closed ? <ReadingsPart /> : null}
      {painted && ready ? <WaysPart jobs={drafts.flatMap(({ coil, plan: row }) => (row ? [{ coil, plan: row }] : []))} /> : null}
      {settled && planned.some((row) => row.verdict === 'wash') ? (
        <LinkRow
          title="Run sheet"
          under="Both coils in the shortest order, alone or with a helper"
          href={`/visits/${detail.visit.id}/run-sheet`}
          testID="to-run-sheet"
        />
      ) : null}
      {settled && shown && state.surveys[shown.coil.id] ? (
        <MakeOfCoil coil={shown.coil} survey={state.surveys[shown.coil.id]!.value} site={state.site?.value ?? null} />
      ) : null}
      {settled && kit.length + parts.length + small.length > 0 ? <KitPart kit={kit} parts={parts} small={small} plans={planned} /> : null}
    </VisitScreen>
  );
}
