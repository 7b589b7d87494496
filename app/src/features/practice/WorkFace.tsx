import type { PracticeCase } from '@elm-mist/core/trainer';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { useTokens } from '@/ui';
import { FaceCanvas } from './FaceCanvas';
import { reachOf } from './hand';
import type { Place } from './strokes';
import { useSeen, type Rinse } from './useRinse';

/** How far an arrow key moves the hand, m; three times that with the shift key. */
const NUDGE_M = 0.02;
const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The face under the hand: a finger or the pen draws strokes; the arrow keys move the hand and space puts it on and takes it off. */
export function WorkFace({ rinse, given, flashlight }: { rinse: Rinse; given: PracticeCase; flashlight: boolean }) {
  const tokens = useTokens();
  const [at, setAt] = useState({ x: given.widthM / 2, y: 0.05 });
  const [on, setOn] = useState(false);
  const held = useRef(false);
  const { hand } = rinse;
  const seen = useSeen(rinse);
  if (!seen) return null;
  const reach = reachOf(hand);
  const inside = hand.side === 'inside';
  const placeOf = (event: { clientX: number; clientY: number; currentTarget: Element }) => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * given.widthM,
      y: ((event.clientY - box.top) / box.height) * given.heightM,
    };
  };
  const put = (place: Place, down: boolean, ms: number) => {
    setAt(place);
    if (down) rinse.move(place, ms);
  };
  const hold = (down: boolean, place: Place, ms: number) => {
    setOn(down);
    if (down) rinse.down(place, ms);
    else rinse.up(ms);
  };
  return (
    <div
      role="application"
      tabIndex={0}
      aria-label={`${inside ? 'Inside' : 'Outside'} face. The hand is ${on ? 'on it' : 'off it'}. Arrow keys move the hand, space puts it on and takes it off.`}
      data-testid="practice-face"
      style={{ position: 'relative', touchAction: 'none', cursor: 'crosshair' }}
      onPointerDown={(event) => {
        held.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
        const place = placeOf(event);
        put(place, false, event.timeStamp);
        hold(true, place, event.timeStamp);
      }}
      onPointerMove={(event) => put(placeOf(event), held.current, event.timeStamp)}
      onPointerUp={(event) => {
        held.current = false;
        hold(false, placeOf(event), event.timeStamp);
      }}
      onPointerCancel={(event) => {
        held.current = false;
        hold(false, at, event.timeStamp);
      }}
      onKeyDown={(event) => {
        if (event.key === ' ') {
          event.preventDefault();
          if (!event.repeat) hold(!on, at, event.timeStamp);
          return;
        }
        const way = ARROWS[event.key];
        if (!way) return;
        event.preventDefault();
        const far = NUDGE_M * (event.shiftKey ? 3 : 1);
        put(
          {
            x: Math.min(given.widthM, Math.max(0, at.x + way[0] * far)),
            y: Math.min(given.heightM, Math.max(0, at.y + way[1] * far)),
          },
          on,
          event.timeStamp,
        );
      }}
      onBlur={(event) => {
        if (on && !held.current) hold(false, at, event.timeStamp);
      }}
    >
      <FaceCanvas
        seen={seen}
        flashlight={flashlight}
        ratio={given.heightM / given.widthM}
        name={`${inside ? 'Inside' : 'Outside'} face${flashlight ? ', a torch behind it' : ''}: ${Math.round(seen.lightPct)} % of the light comes through`}
        testID="practice-canvas"
      />
      <View
        aria-hidden
        style={{
          position: 'absolute',
          pointerEvents: 'none',
          left: `${((at.x - reach) / given.widthM) * 100}%`,
          top: `${((at.y - reach) / given.heightM) * 100}%`,
          width: `${((reach * 2) / given.widthM) * 100}%`,
          aspectRatio: 1,
          borderRadius: 999,
          borderWidth: on ? 4 : 2,
          borderColor: flashlight ? tokens.amberFill : tokens.mist,
        }}
      />
    </div>
  );
}
