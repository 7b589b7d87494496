import { createElement, useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { line, useTokens, type Tokens } from '@/ui';
import type { PracticeSeen } from '@/workers/practiceOf';
import { drawCut, drawFace } from './drawFace';

type Draw = (surface: Parameters<typeof drawCut>[0], seen: PracticeSeen, tokens: Tokens) => void;

/** Pixels drawn to one of CSS: sharp enough for dots, and little enough to draw by hand. */
const SCALE = 2;

/** A drawing of what is seen, as wide as there is room, drawn again when there is something new. */
function SeenCanvas({ seen, draw, ratio, name, testID }: { seen: PracticeSeen; draw: Draw; ratio: number; name: string; testID: string }) {
  const tokens = useTokens();
  const canvas = useRef<HTMLCanvasElement | null>(null);
  const image = useRef<ImageData | null>(null);
  const [width, setWidth] = useState(0);
  const height = Math.round(width * ratio);
  useEffect(() => {
    const box = canvas.current;
    if (!box || width === 0) return undefined;
    const [wide, high] = [width * SCALE, height * SCALE];
    if (box.width !== wide || box.height !== high) {
      box.width = wide;
      box.height = high;
    }
    const frame = requestAnimationFrame(() => {
      const ctx = box.getContext('2d');
      if (!ctx) return;
      if (image.current?.width !== wide || image.current.height !== high) image.current = ctx.createImageData(wide, high);
      const pixels = new Uint32Array(image.current.data.buffer);
      draw({ pixels, width: wide, height: high, scale: SCALE }, seen, tokens);
      ctx.putImageData(image.current, 0, 0);
    });
    return () => cancelAnimationFrame(frame);
  }, [seen, draw, tokens, width, height]);
  return (
    <View
      style={{ borderWidth: line.firm, borderColor: tokens.ink, backgroundColor: tokens.sheet, height: height || undefined }}
      onLayout={({ nativeEvent }) => setWidth(Math.max(0, Math.floor(nativeEvent.layout.width) - 3))}
    >
      {createElement('canvas', {
        ref: canvas,
        role: 'img',
        'aria-label': name,
        'data-testid': testID,
        style: { width: '100%', height: '100%', display: 'block' },
      })}
    </View>
  );
}

const drawFlashlight: Draw = (surface, seen, tokens) => drawFace(surface, seen, tokens, true);
const drawDay: Draw = (surface, seen, tokens) => drawFace(surface, seen, tokens, false);

/** A face as it looks, or with the torch behind it. @param ratio height over width */
export function FaceCanvas({
  seen,
  flashlight,
  ratio,
  name,
  testID,
}: {
  seen: PracticeSeen;
  flashlight: boolean;
  ratio: number;
  name: string;
  testID: string;
}) {
  return <SeenCanvas seen={seen} draw={flashlight ? drawFlashlight : drawDay} ratio={ratio} name={name} testID={testID} />;
}

/** The coil cut across, seen from above. */
export function CutCanvas({ seen }: { seen: PracticeSeen }) {
  const names = ['felt outside', 'outer row', ...(seen.rows === 3 ? ['middle row'] : []), ...(seen.rows > 1 ? ['inner row'] : [])];
  const levels = names.map((name, layer) => {
    const layerCut = seen.cut.slice(layer * seen.columns, (layer + 1) * seen.columns);
    return `${name} ${Math.round((layerCut.reduce((sum, each) => sum + each, 0) / seen.columns / 255) * 100)} of 100`;
  });
  return (
    <SeenCanvas
      seen={seen}
      draw={drawCut}
      ratio={0.1 * (seen.rows + 0.5)}
      name={`Cut across, seen from above, the outside below. Soil: ${levels.join(', ')}.`}
      testID="practice-cut"
    />
  );
}
