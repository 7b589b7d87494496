import { formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useRef } from 'react';
import { Body, Jug, jugRoom } from '@/ui';

const SHAPE = 'pump-sprayer' as const;

/** A jug whose level is dragged, or moved by the arrow keys. */
export function LevelAnswer({
  holdsL,
  stepL,
  value,
  onChange,
  system,
}: {
  holdsL: number;
  stepL: number;
  value: number;
  onChange: (litres: number) => void;
  system: UnitSystem;
}) {
  const held = useRef(false);
  const { full, empty } = jugRoom(SHAPE);
  const set = (litres: number) => onChange(Math.min(holdsL, Math.max(0, Math.round(litres / stepL) * stepL)));
  const at = (event: { clientY: number; currentTarget: Element }) => {
    const box = event.currentTarget.getBoundingClientRect();
    set(((empty - (event.clientY - box.top) / box.height) / (empty - full)) * holdsL);
  };
  return (
    <>
      <div
        role="slider"
        tabIndex={0}
        aria-label="Level in the jug"
        aria-valuemin={0}
        aria-valuemax={Number(holdsL.toFixed(3))}
        aria-valuenow={Number(value.toFixed(3))}
        aria-valuetext={formatVolume(value, system)}
        data-testid="drill-level"
        style={{ touchAction: 'none', cursor: 'ns-resize', alignSelf: 'flex-start' }}
        onPointerDown={(event) => {
          held.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
          at(event);
        }}
        onPointerMove={(event) => {
          if (held.current) at(event);
        }}
        onPointerUp={() => (held.current = false)}
        onPointerCancel={() => (held.current = false)}
        onKeyDown={(event) => {
          const way = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key];
          if (way === undefined) return;
          event.preventDefault();
          set(value + way * stepL);
        }}
      >
        <Jug
          shape={SHAPE}
          capacityL={holdsL}
          layers={[{ what: 'concentrate', litres: value, words: 'Concentrate' }]}
          system={system}
          small
        />
      </div>
      <Body>{formatVolume(value, system)}</Body>
    </>
  );
}
