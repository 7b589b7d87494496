import {
  CORNER_NAMES,
  LIGHT_COLUMNS,
  LIGHT_ROWS,
  projectionOf,
  type Corners,
  type LightMark,
  type PicturePoint,
} from '@elm-mist/core/light';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { usePhoto } from '@/data';
import { THEMES } from '@/ui';

/** How far an arrow key moves a point, as a share of the picture; ten times that with the shift key. */
const NUDGE = 0.004;
/** Over a picture, whatever the theme: what the torch looks like. */
const GLOW = THEMES.daylight.amberFill;
/** A thumb's worth. */
const HANDLE = 48;

const ARROWS: Record<string, PicturePoint> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};
const within = (value: number) => Math.min(1, Math.max(0, value));
const pct = (value: number) => `${(value * 100).toFixed(2)}%`;

/** Outline of each cell of the net as it lies in the picture, in thousandths. */
function cellsOf(corners: Corners): string[] {
  const project = projectionOf(corners);
  return Array.from({ length: LIGHT_COLUMNS * LIGHT_ROWS }, (_, i) => {
    const [column, row] = [i % LIGHT_COLUMNS, Math.floor(i / LIGHT_COLUMNS)];
    return [
      [column, row],
      [column + 1, row],
      [column + 1, row + 1],
      [column, row + 1],
    ]
      .map(([u = 0, v = 0]) => project(u / LIGHT_COLUMNS, v / LIGHT_ROWS))
      .map(({ x, y }) => `${(x * 1000).toFixed(1)},${(y * 1000).toFixed(1)}`)
      .join(' ');
  });
}

function Handle({
  name,
  at,
  move,
  settle,
  square = false,
}: {
  name: string;
  at: PicturePoint;
  move: (to: PicturePoint) => void;
  settle: () => void;
  square?: boolean;
}) {
  const held = useRef(false);
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label={`${name}: ${Math.round(at.x * 100)} % across, ${Math.round(at.y * 100)} % down. Arrow keys move it.`}
      data-testid={`handle-${name.replaceAll(' ', '-').toLowerCase()}`}
      style={{
        position: 'absolute',
        left: pct(at.x),
        top: pct(at.y),
        width: HANDLE,
        height: HANDLE,
        marginLeft: -HANDLE / 2,
        marginTop: -HANDLE / 2,
        touchAction: 'none',
        cursor: 'grab',
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
      }}
      onPointerDown={(event) => {
        held.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        const box = held.current ? event.currentTarget.parentElement?.getBoundingClientRect() : null;
        if (box) move({ x: within((event.clientX - box.left) / box.width), y: within((event.clientY - box.top) / box.height) });
      }}
      onPointerUp={() => {
        held.current = false;
        settle();
      }}
      onPointerCancel={() => (held.current = false)}
      onKeyDown={(event) => {
        const way = ARROWS[event.key];
        if (!way) return;
        event.preventDefault();
        const far = NUDGE * (event.shiftKey ? 10 : 1);
        move({ x: within(at.x + way.x * far), y: within(at.y + way.y * far) });
      }}
      onKeyUp={(event) => {
        if (ARROWS[event.key]) settle();
      }}
    >
      <div
        style={{
          width: 22,
          height: 22,
          borderRadius: square ? 3 : 11,
          border: `3px solid ${GLOW}`,
          outline: '1.5px solid #000',
          background: 'rgba(0,0,0,0.25)',
          boxSizing: 'border-box',
        }}
      />
    </div>
  );
}

/** A picture of light through a coil: its four corners and the grey card to be dragged, and what was measured laid over it. */
export function MarkedPicture({
  photoId,
  when,
  mark,
  cells,
  change,
}: {
  photoId: string;
  when: string;
  mark: LightMark;
  /** Open share of each cell, %; empty while nothing is measured. */
  cells: readonly number[];
  /** Null where nothing may be moved. */
  change: ((mark: LightMark, settled: boolean) => void) | null;
}) {
  const address = usePhoto(photoId);
  const [broken, setBroken] = useState(false);
  // The mark as it is moved: what is settled is what was moved last.
  const moved = useRef(mark);
  moved.current = mark;
  const set = (next: LightMark) => {
    moved.current = next;
    change?.(next, false);
  };
  let outlines: string[] = [];
  try {
    outlines = cellsOf(mark.corners);
  } catch {
    // Corners that cross have no net; the sentence under the picture says so.
  }
  const settle = () => change?.(moved.current, true);
  return (
    <View style={{ backgroundColor: '#0C120F', minHeight: 120 }}>
      <div style={{ position: 'relative', lineHeight: 0, overflow: 'hidden' }} data-testid={`light-${when.replaceAll(' ', '-')}`}>
        <img
          src={address}
          alt={broken ? `${when}: the picture cannot be shown without signal` : `Light through the coil, ${when}`}
          onError={() => setBroken(true)}
          draggable={false}
          style={{ width: '100%', minHeight: 120, userSelect: 'none', color: '#fff', lineHeight: 1.4 }}
        />
        <svg
          aria-hidden
          viewBox="0 0 1000 1000"
          preserveAspectRatio="none"
          style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
        >
          {outlines.map((points, i) => (
            <polygon
              key={points}
              points={points}
              fill={cells.length === 0 ? 'none' : GLOW}
              fillOpacity={(cells[i] ?? 0) / 160}
              stroke={GLOW}
              strokeOpacity={cells.length === 0 ? 0.5 : 0.8}
              strokeWidth={1}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          <polygon
            points={mark.corners.map(({ x, y }) => `${x * 1000},${y * 1000}`).join(' ')}
            fill="none"
            stroke={GLOW}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {change
          ? mark.corners.map((corner, i) => (
              <Handle
                key={CORNER_NAMES[i]}
                name={`${CORNER_NAMES[i]} corner`}
                at={corner}
                move={(to) =>
                  set({ ...moved.current, corners: moved.current.corners.map((old, k) => (k === i ? to : old)) as unknown as Corners })
                }
                settle={settle}
              />
            ))
          : null}
        {change && mark.card ? (
          <Handle name="grey card" at={mark.card} square move={(to) => set({ ...moved.current, card: to })} settle={settle} />
        ) : null}
      </div>
    </View>
  );
}
