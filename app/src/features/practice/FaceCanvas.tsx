import { createElement, useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { line, useTokens, type Tokens } from '@/ui';
import type { PracticeSeen } from '@/workers/practiceOf';
import { drawCut, drawFace } from './drawFace';

type Draw = (ctx: CanvasRenderingContext2D, seen: PracticeSeen, tokens: Tokens, width: number, height: number) => void;

/** A drawing of what is seen, as wide as there is room, drawn anew when there is something new. */
function SeenCanvas({ seen, draw, ratio, name, testID }: { seen: PracticeSeen; draw: Draw; ratio: number; name: string; testID: string }) {
  const tokens = useTokens();
  const canvas = useRef<HTMLCanvasElement | null>(null);
  const [width, setWidth] = useState(0);
  const height = Math.round(width * ratio);
  useEffect(() => {
    const box = canvas.current;
    if (!box || width === 0) return undefined;
    const scale = window.devicePixelRatio || 1;
    if (box.width !== Math.round(width * scale)) {
      box.width = Math.round(width * scale);
      box.height = Math.round(height * scale);
    }
    const frame = requestAnimationFrame(() => {
      const ctx = box.getContext('2d');
      if (!ctx) return;
      ctx.setTransform(scale, 0, 0, scale, 0, 0);
      draw(ctx, seen, tokens, width, height);
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

const drawTorch: Draw = (ctx, seen, tokens, width, height) => drawFace(ctx, seen, tokens, true, width, height);
const drawDay: Draw = (ctx, seen, tokens, width, height) => drawFace(ctx, seen, tokens, false, width, height);

/** A face as it looks, or with the torch behind it. @param ratio height over width */
export function FaceCanvas({
  seen,
  torch,
  ratio,
  name,
  testID,
}: {
  seen: PracticeSeen;
  torch: boolean;
  ratio: number;
  name: string;
  testID: string;
}) {
  return <SeenCanvas seen={seen} draw={torch ? drawTorch : drawDay} ratio={ratio} name={name} testID={testID} />;
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
