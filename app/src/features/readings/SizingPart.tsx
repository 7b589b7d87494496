import { settingOf } from '@elm-mist/core/judgment';
import type { ReadingSet } from '@elm-mist/core/readings';
import { FINDING_TABLE, type FindingKind } from '@elm-mist/core/survey';
import { EDGES, readFigure, showFigure, toSi, trimDecimals } from '@elm-mist/core/units';
import { conditionsOf, DESIGN_RANGE_C, sizingOf } from '@elm-mist/core/verdict';
import { View } from 'react-native';
import { useDraft, useVisit } from '@/data';
import { Banner, Body, Companion, Field, Heading, Part, Row, Small, space } from '@/ui';

const [COOLEST, HOTTEST] = DESIGN_RANGE_C;

const pct = (share: number) => `${trimDecimals(share * 100, 0)} %`;

/** Verdicts that are findings. */
const FOUND: Partial<Record<ReturnType<typeof sizingOf>['verdict'], FindingKind>> = { short: 'too-small', 'stops-early': 'control' };

/** How much of the hour it would run, in words: there is no more than all of it. */
function hourWords({ share, low, high, floor }: ReturnType<typeof sizingOf>): string {
  if (low > 1) return 'all of the hour, and not enough';
  if (floor) return `${pct(Math.min(1, share))} of the hour, or more`;
  return high > 1 ? `${pct(low)} of the hour to all of it` : `${pct(low)} to ${pct(high)} of the hour`;
}

/** Whether it is large enough: how long it runs in the hour, as the customer tells, carried over to the hottest usual afternoon. */
export function SizingPart({ set }: { set: ReadingSet }) {
  const { state, detail, house, record } = useVisit();
  const { units } = house;
  const told = state.runs?.value;
  const [draft, keep, drop, older] = useDraft(
    `runs.${detail.visit.id}`,
    () => ({ minutes: told ? String(told.minutesAnHour) : '', design: told ? showFigure('temperature', told.designC, units) : '', units }),
    state.runs?.eventId ?? '',
  );
  const design = draft.units === units ? draft.design : showFigure('temperature', toSi('temperature', draft.design, draft.units), units);
  const minutes = readFigure(draft.minutes);
  const designC = toSi('temperature', design, units);
  const setting = settingOf(state, { ...detail.system, altitudeM: detail.place.altitudeM });
  const air = conditionsOf(set, setting);
  const sizing = told && air ? sizingOf(told, air, setting) : null;
  const minutesWrong = draft.minutes.trim() !== '' && !(minutes >= 0 && minutes <= 60);
  const designWrong = design.trim() !== '' && !(designC >= COOLEST && designC <= HOTTEST);
  const ready = draft.minutes.trim() !== '' && design.trim() !== '' && !minutesWrong && !designWrong;
  const changed = ready && (told?.minutesAnHour !== minutes || Math.abs((told?.designC ?? 0) - designC) > 0.01);
  const closed = state.closed !== null;
  const what = sizing ? FOUND[sizing.verdict] : undefined;
  const noted = state.findings.some((finding) => finding.closedAt === null && finding.value.what === what);
  if (closed && !told) return null;
  return (
    <Part title={<Heading>Is it large enough</Heading>}>
      {closed ? null : (
        <>
          {older ? (
            <Banner tone="wait" right={<Companion title="Take mine back" onPress={() => keep(older)} />}>
              Somebody else told it meanwhile. What you had begun is kept.
            </Banner>
          ) : null}
          <Small ink="inkSoft">
            How long it runs in the hour in the air of today, as the customer tells; and a usual hottest afternoon here.
          </Small>
          <View style={{ flexDirection: 'row', gap: space.m }}>
            <View style={{ flex: 1 }}>
              <Field
                label="Runs in the hour"
                unit="min"
                keyboard="decimal-pad"
                value={draft.minutes}
                onChange={(text) => keep({ ...draft, minutes: text })}
                {...(minutesWrong ? { error: 'Minutes: 0 to 60.' } : {})}
                testID="runs-minutes"
              />
            </View>
            <View style={{ flex: 1 }}>
              <Field
                label="Hottest afternoon"
                unit={EDGES.temperature.unit[units]}
                keyboard="numbers-and-punctuation"
                value={design}
                onChange={(text) => keep({ ...draft, design: text, units })}
                {...(designWrong
                  ? {
                      error: `${showFigure('temperature', COOLEST, units)} to ${showFigure('temperature', HOTTEST, units)} ${EDGES.temperature.unit[units]}.`,
                    }
                  : {})}
                testID="runs-design"
              />
            </View>
          </View>
          <Companion
            title="Reckon it"
            disabled={!changed}
            onPress={() => {
              if (record({ kind: 'runs.told', data: { minutesAnHour: minutes, designC } })) drop();
            }}
            testID="runs-keep"
          />
        </>
      )}
      {sizing ? (
        <View testID="sizing">
          {Number.isFinite(sizing.share) ? <Row label="It would run then" value={hourWords(sizing)} /> : null}
          {what ? <Banner tone="wait">{sizing.why}</Banner> : <Body>{sizing.why}</Body>}
          <Small ink="inkSoft">
            The load is taken to grow from 65 °F (18.3 °C) outdoors on; houses differ, and a load calculation stands first.
          </Small>
          {what && !closed ? (
            noted ? (
              <Small>Noted as a finding.</Small>
            ) : (
              <Companion
                title="Make it a finding"
                onPress={() =>
                  void record({
                    kind: 'finding.noted',
                    data: {
                      what,
                      coilId: null,
                      note:
                        what === 'control' ? sizing.why : `On the hottest usual afternoon it would run ${hourWords(sizing)}. ${sizing.why}`,
                      action: FINDING_TABLE[what].action,
                    },
                  })
                }
              />
            )
          ) : null}
        </View>
      ) : told && !air ? (
        <Small>Outdoor air, return air and its wet bulb or humidity have to be read for it.</Small>
      ) : null}
    </Part>
  );
}
