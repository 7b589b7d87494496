import type { Placed, Task } from '@elm-mist/core/runsheet';
import { formatDuration } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Rect, Text as SvgText } from 'react-native-svg';
import { font, Label, useTokens } from '@/ui';
import { wallClock } from '@/data';

const LANE = 40;
const GAP = 10;
const TOP = 22;
/** Narrower bars carry no number. */
const NUMBER_PX = 14;

/** Minutes between two marks, so that no more than eight stand along. */
const stepOf = (endS: number): number => [5, 10, 15, 30, 60].find((minutes) => endS / 60 / minutes <= 8) ?? 120;

/** The run as lanes: one for each person, one below for what waits by itself. Bars carry the number of their line in the list. */
export function Timeline({
  rows,
  crew,
  endS,
  startMs,
}: {
  rows: readonly { placed: Placed; task: Task; number: number }[];
  crew: number;
  endS: number;
  /** Marks are times of day from then, UTC ms; minutes from the start when null. */
  startMs: number | null;
}) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const x = (seconds: number) => (seconds / endS) * width;
  const lanes = crew + 1;
  const height = TOP + lanes * (LANE + GAP);
  const every = stepOf(endS) * 60;
  // A mark too near the right edge would lose its words.
  const marks = Array.from({ length: Math.floor(endS / every) + 1 }, (_, i) => i * every).filter((mark) => x(mark) < width - 44);
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 ? (
        <View role="img" aria-label={`Timeline of ${formatDuration(endS)} in ${lanes} lanes; the list below says the same.`}>
          <Svg width={width} height={height} aria-hidden>
            {marks.map((mark) => (
              <G key={mark}>
                <Line x1={x(mark)} x2={x(mark)} y1={TOP - 4} y2={height} stroke={tokens.rule} strokeWidth={1} />
                <SvgText x={x(mark) + 2} y={14} fontFamily={font.figure} fontSize={13} fill={tokens.inkSoft}>
                  {startMs === null ? `${mark / 60} min` : wallClock(startMs + mark * 1000, 'h:mm')}
                </SvgText>
              </G>
            ))}
            {rows.map(({ placed, task, number }) => {
              const lane = placed.person ?? crew;
              const left = x(placed.startS);
              const wide = Math.max(2, x(placed.endS) - left);
              return (
                <G key={placed.id}>
                  <Rect
                    x={left}
                    y={TOP + lane * (LANE + GAP)}
                    width={wide}
                    height={LANE}
                    fill={task.handsOn ? tokens.elmWash : tokens.amberWash}
                    stroke={task.handsOn ? tokens.elm : tokens.amberInk}
                    strokeWidth={1.5}
                    {...(task.handsOn ? {} : { strokeDasharray: '5 3' })}
                  />
                  {wide >= NUMBER_PX ? (
                    <SvgText
                      x={left + wide / 2}
                      y={TOP + lane * (LANE + GAP) + LANE / 2 + 5}
                      textAnchor="middle"
                      fontFamily={font.figure}
                      fontSize={14}
                      fill={tokens.ink}
                    >
                      {String(number)}
                    </SvgText>
                  ) : null}
                </G>
              );
            })}
          </Svg>
          <View aria-hidden style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
            <Label ink="elm">{crew === 1 ? 'top lane: your hands' : `${crew} lanes: a person each`}</Label>
            <Label ink="amberInk">dashed: it waits by itself</Label>
          </View>
        </View>
      ) : (
        <View style={{ height }} />
      )}
    </View>
  );
}
