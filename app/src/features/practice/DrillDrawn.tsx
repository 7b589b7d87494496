import type { DrillDrawing } from '@elm-mist/core/trainer';
import { createElement, useEffect, useRef } from 'react';
import { View } from 'react-native';
import { ConstructionDrawing, line, useTokens } from '@/ui';
import { flashlightInk } from './drawFace';

export function Flashlight({ drawing }: { drawing: Extract<DrillDrawing, { is: 'torch' }> }) {
  const tokens = useTokens();
  const canvas = useRef<HTMLCanvasElement | null>(null);
  const { columns, lines, light, words } = drawing;
  useEffect(() => {
    const box = canvas.current;
    const ctx = box?.getContext('2d');
    if (!box || !ctx) return;
    const cell = 8;
    box.width = columns * cell;
    box.height = lines * cell;
    light.forEach((level, i) => {
      ctx.fillStyle = flashlightInk(level / 255);
      ctx.fillRect((i % columns) * cell, Math.floor(i / columns) * cell, cell, cell);
    });
  }, [columns, lines, light]);
  return (
    <View style={{ borderWidth: line.firm, borderColor: tokens.ink }}>
      {createElement('canvas', {
        ref: canvas,
        role: 'img',
        'aria-label': `A face with a torch behind it: ${words}`,
        'data-testid': 'drill-torch',
        style: { width: '100%', display: 'block' },
      })}
    </View>
  );
}

/** What a question shows, with the same in words for whoever does not see it. */
export function DrillDrawn({ drawing }: { drawing: DrillDrawing }) {
  if (drawing.is === 'torch') return <Flashlight drawing={drawing} />;
  return (
    <View
      role="img"
      aria-label={drawing.words}
      style={{ alignItems: 'flex-start', transform: [{ scale: 2 }], transformOrigin: 'top left', height: 110 }}
    >
      <ConstructionDrawing construction={drawing.construction} />
    </View>
  );
}
