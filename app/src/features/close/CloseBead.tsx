import {
  allGrades,
  BEAD_NAMES,
  BEADS,
  formatRatio,
  GATE_TABLE,
  gradeFacts,
  nextDue,
  partWords,
  POWER_SOURCE_NAMES,
  refitOrder,
  wiresOpen,
  type Grade,
} from '@elm-mist/core';
import { differenceInMinutes, format, parseISO } from 'date-fns';
import { router } from 'expo-router';
import { View } from 'react-native';
import { dayOf, useDraft, useVisit } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Field,
  GradeStrip,
  HazardBox,
  Heading,
  Label,
  LinkBox,
  Part,
  Row,
  Small,
  Strong,
  ThumbBar,
  Why,
} from '@/ui';
import { longDay, ROLE_NAMES } from '../shared/words';
import { FindingsPart } from '../findings/FindingsPart';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { UsedPart } from './UsedPart';

const worst = (grades: Record<string, Grade[]> | undefined): string => {
  const all = Object.values(grades ?? {}).flat();
  if (all.length === 0) return 'not graded';
  const grade = Math.max(...all) as Grade;
  return `${grade} ${gradeFacts(grade).name}`;
};

export function CloseBead() {
  const { state, allCoils, detail, done, record, undo } = useVisit();
  const { visit, system } = detail;
  const surveyed = allCoils.map((coil) => state.surveys[coil.id]?.value).filter((survey) => survey !== undefined);
  const grades = surveyed.flatMap(allGrades);
  const closedOn = dayOf(state.closed ? parseISO(state.closed.at) : new Date());
  const due = nextDue({
    closedOn,
    configuration: system.configuration,
    soils: surveyed.flatMap((survey) => survey.soils),
    worstGrade: grades.length > 0 ? Math.max(...grades) : 0,
  });
  const [draft, keep, drop] = useDraft(`close.${visit.id}`, () => ({ note: '' }));
  const open = BEADS.filter((bead) => bead !== 'close' && !done[bead]);
  const minutes = state.startedAt
    ? differenceInMinutes(state.closed ? parseISO(state.closed.at) : new Date(), parseISO(state.startedAt))
    : 0;
  const leftOver = [
    ...refitOrder(state.parts).map((part) => partWords(part.value)),
    ...wiresOpen(state.wires).map((wire) => `${wire.value.plug} ${wire.value.terminal}`),
  ];
  const restart = Object.values(state.gates).some((gate) => gate?.done.isolated) && !state.powerUp.done['power-on'];
  const advice = [...new Set(allCoils.flatMap((coil) => state.plans[coil.id]?.value.advice ?? []))];
  const close = () => {
    const ok = record(...(state.startedAt ? [] : [{ kind: 'visit.started' as const, data: {} }]), {
      kind: 'visit.closed',
      data: { nextDue: due.date, why: due.because.rules[0]?.because ?? '', note: draft.note.trim() },
    });
    if (ok) drop();
  };
  return (
    <VisitScreen
      bead="close"
      under={state.closed ? `Closed by ${state.closed.by}` : 'Summary, next due, done'}
      foot={
        <ThumbBar>
          {state.closed ? (
            <>
              {state.lastUndoable?.kind === 'visit.closed' ? (
                <Companion title="Open again" onPress={() => undo(state.lastUndoable)} testID="open-again" />
              ) : null}
              {state.lastUndoable?.kind === 'stock.used' ? (
                <Companion title="Undo the amount" onPress={() => undo(state.lastUndoable)} testID="undo-used" />
              ) : null}
              <Act title="To its history" onPress={() => router.navigate(`/systems/${system.id}`)} testID="to-history" />
            </>
          ) : (
            <>
              {open[0] ? <Companion title={BEAD_NAMES[open[0]]} onPress={() => goTo(visit.id, open[0] ?? 'look')} /> : null}
              <Act title="Close the visit" onPress={() => close()} testID="close-visit" />
            </>
          )}
        </ThumbBar>
      }
    >
      {state.closed ? <Banner tone="done">{`Done. Due again ${longDay(state.closed.value.nextDue)}.`}</Banner> : null}
      {!state.closed && open.length > 0 ? (
        <Banner tone="wait">{`Still open: ${open.map((bead) => BEAD_NAMES[bead]).join(', ')}. The visit can be closed all the same; the record will show it.`}</Banner>
      ) : null}
      {!state.closed && leftOver.length > 0 ? (
        <Banner
          tone="stop"
          right={
            <LinkBox href={`/visits/${visit.id}/takedown`} style={{ minHeight: 48, justifyContent: 'center', paddingHorizontal: 12 }}>
              <Strong>Takedown</Strong>
            </LinkBox>
          }
        >
          {`Not back yet: ${leftOver.join('; ')}.`}
        </Banner>
      ) : null}
      {!state.closed && restart ? (
        <HazardBox lead="Before power goes back.">
          Tell the occupant, hands clear of the fan. Whoever pulled the block puts it back. Power-up goes through it step by step.
        </HazardBox>
      ) : null}
      {state.gateSkips.length > 0 ? (
        <Part first title={<Heading>Left out of the safety gate</Heading>} testID="gate-skips">
          {state.gateSkips.map((skip) => (
            <View key={skip.eventId} style={{ gap: 2 }}>
              <Strong ink="brick">{`${POWER_SOURCE_NAMES[skip.value.source]}: ${GATE_TABLE[skip.value.step].name.toLowerCase()}`}</Strong>
              <Body>{skip.value.reason}</Body>
              <Small ink="inkSoft">{`${skip.by}, ${format(parseISO(skip.at), 'h:mm a').toLowerCase()}`}</Small>
            </View>
          ))}
        </Part>
      ) : null}
      {allCoils.map((coil) => {
        const plan = state.plans[coil.id]?.value;
        const survey = state.surveys[coil.id]?.value;
        const check = state.checks[coil.id]?.value;
        const mix = state.mixes[coil.id]?.at(-1)?.value;
        const aside = state.skipped[coil.id]?.value;
        return (
          <Part key={coil.id} first={coil === allCoils[0]} title={<Heading>{ROLE_NAMES[coil.role]}</Heading>}>
            {aside ? <Body>{`Left out: ${aside}.`}</Body> : null}
            {survey ? (
              <>
                <Label ink="inkSoft">as found</Label>
                <GradeStrip faces={coil.geometry.faces} rows={coil.geometry.rows} grades={survey.grades} cellHeight={40} />
              </>
            ) : null}
            {check ? (
              <>
                <Label ink="inkSoft">as left</Label>
                <GradeStrip
                  faces={coil.geometry.faces}
                  rows={coil.geometry.rows}
                  grades={check.gradesAfter}
                  caption={false}
                  cellHeight={40}
                />
              </>
            ) : null}
            <View>
              <Row label="Worst face" value={`${worst(survey?.grades)}${check ? `, left at ${worst(check.gradesAfter)}` : ''}`} />
              {plan ? (
                <Row
                  label="Washed with"
                  value={
                    plan.verdict === 'wash'
                      ? mix
                        ? `${plan.cleanerName}, ${formatRatio(mix.targetWaterParts)}`
                        : 'water'
                      : (plan.stop?.title ?? 'looked over')
                  }
                />
              ) : null}
              {check?.note ? <Row label="Note" value={check.note} /> : null}
            </View>
          </Part>
        );
      })}
      <UsedPart />
      <Part title={<Heading>When next</Heading>}>
        <Row label="Next due">
          <Why because={due.because}>
            <Strong>{longDay(state.closed?.value.nextDue ?? due.date)}</Strong>
          </Why>
        </Row>
        <Small ink="inkSoft">{state.closed?.value.why ?? due.because.rules[0]?.because ?? ''}</Small>
        {minutes > 0 ? <Row label="Time on site" value={`${minutes} min`} /> : null}
      </Part>
      {advice.length > 0 ? (
        <Part title={<Heading>Tell the owner</Heading>}>
          {advice.map((text) => (
            <Body key={text}>{text}</Body>
          ))}
        </Part>
      ) : null}
      <FindingsPart coilId={null} />
      <Part title={<Heading>Note for the record</Heading>}>
        {state.closed ? (
          <Body>{state.closed.value.note || 'None.'}</Body>
        ) : (
          <Field label="Note" value={draft.note} onChange={(note) => keep({ note })} multiline testID="close-note" />
        )}
      </Part>
    </VisitScreen>
  );
}
