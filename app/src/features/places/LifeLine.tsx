import type { PastVisit } from '@elm-mist/contract';
import { alongLife, LIFE_LANE_NAMES, LIFE_LANES, lifeLine, lifeSpan, type LifeLane, type LifeMark } from '@elm-mist/core/history';
import type { LifeFan } from '@elm-mist/core/history';
import type { FindingLife } from '@elm-mist/core/run';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { Circle, Line, Path, Rect, Text } from 'react-native-svg';
import { shopZone, today } from '@/data';
import { Companion, font, Heading, LinkRow, OneOf, Part, Small, space, useTokens, type Tokens } from '@/ui';
import { shortDay } from '../shared/words';

/** Heights of the lanes and of the years below them, px. */
const LANE_H: Record<LifeLane, number> = { wash: 96, finding: 34, part: 26, reading: 26 };
const YEARS_H = 20;
const NAME_W = 62;
const EDGE = 8;
const MOST_GRADE = 4;
const BASE = 10;

const topOf = (lane: LifeLane): number => LIFE_LANES.slice(0, LIFE_LANES.indexOf(lane)).reduce((sum, each) => sum + LANE_H[each], 0);
const HEIGHT = LIFE_LANES.reduce((sum, lane) => sum + LANE_H[lane], 0) + YEARS_H;

/** The life of a system as one line of time: washes, findings, parts, readings; each can be looked at. */
export function LifeLine({
  history,
  findings,
  systemId,
  dues,
  fans,
}: {
  history: readonly PastVisit[];
  findings: readonly FindingLife[];
  systemId: string;
  /** When each coil is due, by its id. */
  dues: Readonly<Record<string, string>>;
  /** How dirty each coil is likely to be from its last visit on. */
  fans: readonly LifeFan[];
}) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const [picked, pick] = useState('');
  const [coilId, follow] = useState('');
  const marks = lifeLine(history, findings, shopZone());
  if (marks.length === 0) return null;
  const fan = fans.find((each) => each.coilId === coilId) ?? fans[0];
  // Of the coil that is followed; of a system without a fan, what is due first.
  const due = (fan && dues[fan.coilId]) ?? Object.values(dues).sort()[0] ?? null;
  const span = lifeSpan(marks, today(), [due, fan?.likely].filter(Boolean).sort().at(-1) ?? null);
  const x = (day: string) => NAME_W + alongLife(span, day) * (width - NAME_W - EDGE);
  const at = Math.max(
    0,
    marks.findIndex((mark) => mark.id === picked),
  );
  const shown = picked === '' ? marks.length - 1 : at;
  const mark = marks[shown];
  const step = (by: number) => pick(marks[shown + by]?.id ?? '');
  const nearest = (px: number, py: number) => {
    const lane = LIFE_LANES.find((each) => py < topOf(each) + LANE_H[each]) ?? 'reading';
    const own = marks.filter((each) => each.lane === lane);
    const distance = (each: LifeMark) => {
      const [from, to] = [x(each.from), x(each.to ?? today())];
      return px < from ? from - px : px > to ? px - to : 0;
    };
    const best = own.reduce<LifeMark | null>((found, each) => (found && distance(found) <= distance(each) ? found : each), null);
    if (best) pick(best.id);
  };
  const says = marks.map((each) => `${shortDay(each.from)} ${each.words}`).join('. ');
  return (
    <Part title={<Heading>Its life so far</Heading>} testID="life-line">
      <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)} role="img" aria-label={says}>
        {width === 0 ? (
          <View style={{ height: HEIGHT }} />
        ) : (
          <Pressable
            onPress={(event) => nearest(event.nativeEvent.locationX, event.nativeEvent.locationY)}
            // The steps beside it do the same from a keyboard.
            focusable={false}
            tabIndex={-1}
          >
            <Svg width={width} height={HEIGHT}>
              {LIFE_LANES.map((lane) => (
                <Text key={lane} x={0} y={topOf(lane) + LANE_H[lane] / 2 + 4} fontSize={12} fontFamily={font.figure} fill={tokens.inkSoft}>
                  {LIFE_LANE_NAMES[lane]}
                </Text>
              ))}
              {span.years.map((year) => (
                <YearLine key={year} x={x(`${year}-01-01`)} year={year} last={width} tokens={tokens} />
              ))}
              {LIFE_LANES.map((lane) => (
                <Line
                  key={lane}
                  x1={NAME_W}
                  x2={width}
                  y1={topOf(lane) + LANE_H[lane]}
                  y2={topOf(lane) + LANE_H[lane]}
                  stroke={tokens.rule}
                  strokeWidth={1}
                />
              ))}
              <Line
                x1={x(today())}
                x2={x(today())}
                y1={0}
                y2={HEIGHT - YEARS_H}
                stroke={tokens.ink}
                strokeWidth={1.5}
                strokeDasharray="2 3"
              />
              {fan ? <Fan fan={fan} x={x} to={span.to} tokens={tokens} /> : null}
              {due ? <Path d={`M${x(due)} 2v${LANE_H.wash - 4}`} stroke={tokens.elm} strokeWidth={2} strokeDasharray="5 4" /> : null}
              {marks.map((each) => (
                <Mark key={each.id} mark={each} x={x} chosen={each.id === mark?.id} tokens={tokens} />
              ))}
            </Svg>
          </Pressable>
        )}
      </View>
      {fans.length > 1 ? (
        <OneOf
          label="Whose growth"
          options={fans.map((each) => ({ value: each.coilId, label: each.coilName }))}
          value={fan?.coilId ?? ''}
          onChange={follow}
        />
      ) : null}
      {fan ? <Small testID="life-fan">{fanWords(fan)}</Small> : null}
      {mark ? (
        <>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
            <Companion title="Earlier" onPress={() => step(-1)} disabled={shown === 0} testID="life-earlier" />
            <View style={{ flex: 1 }}>
              <Small ink="inkSoft">{`${shown + 1} of ${marks.length}${due ? ` · due ${shortDay(due)}` : ''}`}</Small>
            </View>
            <Companion title="Later" onPress={() => step(1)} disabled={shown >= marks.length - 1} testID="life-later" />
          </View>
          <LinkRow
            title={mark.words}
            under={
              mark.to === mark.from ? shortDay(mark.from) : `${shortDay(mark.from)} to ${mark.to === null ? 'now' : shortDay(mark.to)}`
            }
            href={mark.findingId ? `/systems/${systemId}/finding?findingId=${mark.findingId}` : `/visits/${mark.visitId}`}
            testID="life-mark"
          />
        </>
      ) : null}
    </Part>
  );
}

/** What the fan says, in words. */
function fanWords({ coilName, likely, early, late, visits, condensed, perMonth }: LifeFan): string {
  const also = condensed === 0 ? '' : condensed === visits ? ', told by condensing too' : `, ${condensed} of them told by condensing too`;
  const taught =
    visits === 0
      ? 'by what coils of its exposure do: it has taught nothing yet'
      : `by ${visits === 1 ? 'one stretch' : `${visits} stretches`} between its visits${also}, ${perMonth.toFixed(2)} grades a month of running`;
  const when = likely ? `loaded with even odds by ${shortDay(likely)}` : 'not loaded within ten years';
  const band = early ? `, nine times in ten ${late ? `between ${shortDay(early)} and ${shortDay(late)}` : `after ${shortDay(early)}`}` : '';
  return `${coilName}: ${when}${band}; ${taught}.`;
}

const gradeY = (grade: number): number => topOf('wash') + LANE_H.wash - BASE - (grade / MOST_GRADE) * (LANE_H.wash - 2 * BASE);

/** The grade to come: the most likely as a line, half and nine of ten as bands about it; the grade it is washed at as a dotted level. */
function Fan({ fan, x, to, tokens }: { fan: LifeFan; x: (day: string) => number; to: string; tokens: Tokens }) {
  const points = fan.points.filter((point) => point.day <= to);
  const area = (of: 'half' | 'most') => {
    const up = points.map((point) => `${x(point.day).toFixed(1)} ${gradeY(point[of][1]).toFixed(1)}`);
    const down = [...points].reverse().map((point) => `${x(point.day).toFixed(1)} ${gradeY(point[of][0]).toFixed(1)}`);
    return `M${[...up, ...down].join('L')}Z`;
  };
  const likely = `M${points.map((point) => `${x(point.day).toFixed(1)} ${gradeY(point.likely).toFixed(1)}`).join('L')}`;
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length < 2) return null;
  return (
    <>
      <Path d={area('most')} fill={tokens.elmWash} />
      <Path d={area('half')} fill={tokens.elm} fillOpacity={0.3} />
      <Path d={likely} stroke={tokens.elm} strokeWidth={2} fill="none" />
      <Path
        d={`M${x(first.day)} ${gradeY(fan.loaded)}H${x(last.day)}`}
        stroke={tokens.inkSoft}
        strokeWidth={1}
        strokeDasharray="1 3"
        fill="none"
      />
    </>
  );
}

function YearLine({ x, year, last, tokens }: { x: number; year: string; last: number; tokens: Tokens }) {
  return (
    <>
      <Line x1={x} x2={x} y1={0} y2={HEIGHT - YEARS_H} stroke={tokens.rule} strokeWidth={1} />
      <Text x={Math.min(x, last - 28)} y={HEIGHT - 5} fontSize={12} fontFamily={font.figure} fill={tokens.inkSoft}>
        {year}
      </Text>
    </>
  );
}

/** A wash falls from the grade found to the grade left; a finding lasts; a part and a set of readings are of one day. */
function Mark({ mark, x, chosen, tokens }: { mark: LifeMark; x: (day: string) => number; chosen: boolean; tokens: Tokens }) {
  const top = topOf(mark.lane);
  const from = x(mark.from);
  const middle = top + LANE_H[mark.lane] / 2;
  const ink = chosen ? tokens.elm : tokens.ink;
  const ring = chosen ? <Circle cx={from} cy={middle} r={11} fill="none" stroke={tokens.elm} strokeWidth={2.5} /> : null;
  if (mark.lane === 'wash') {
    const [before, after] = mark.grades ?? [null, null];
    const [high, low] = [gradeY(before ?? after ?? 0), gradeY(after ?? before ?? 0)];
    return (
      <>
        {chosen ? (
          <Rect x={from - 10} y={top + 2} width={20} height={LANE_H.wash - 4} fill="none" stroke={tokens.elm} strokeWidth={2.5} />
        ) : null}
        <Line x1={from} x2={from} y1={high} y2={low} stroke={ink} strokeWidth={3} />
        <Circle cx={from} cy={high} r={4.5} fill={tokens.sheet} stroke={ink} strokeWidth={2} />
        <Circle cx={from} cy={low} r={4.5} fill={ink} />
      </>
    );
  }
  if (mark.lane === 'finding') {
    const to = mark.to === null ? x(today()) : x(mark.to);
    return (
      <>
        {ring}
        <Line
          x1={from}
          x2={Math.max(to, from + 1)}
          y1={middle}
          y2={middle}
          stroke={mark.to === null ? tokens.brick : ink}
          strokeWidth={4}
        />
        <Rect x={from - 5} y={middle - 5} width={10} height={10} fill={mark.to === null ? tokens.brick : ink} />
      </>
    );
  }
  if (mark.lane === 'part')
    return (
      <>
        {ring}
        <Path d={`M${from} ${middle - 7}l7 7l-7 7l-7 -7Z`} fill={ink} />
      </>
    );
  return (
    <>
      {ring}
      <Path d={`M${from - 6} ${middle}h12M${from} ${middle - 6}v12`} stroke={ink} strokeWidth={2.5} />
    </>
  );
}
