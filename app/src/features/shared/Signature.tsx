import type { Strokes } from '@elm-mist/core/run';
import { createElement, useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import Svg, { Polyline } from 'react-native-svg';
import type SignaturePad from 'signature_pad';
import { Companion, Label, line, Small, space, useTokens } from '@/ui';

/** Strokes are kept in thousandths of the box, so that they read the same on any screen and sheet. */
const UNIT = 1000;
const HEIGHT = 180;

const within = (value: number): number => Math.min(UNIT, Math.max(0, Math.round(value)));

/** A box to sign in, with a finger, a pen or a mouse. */
export function SignatureBox({ label, value, onChange }: { label: string; value: Strokes; onChange: (strokes: Strokes) => void }) {
  const tokens = useTokens();
  const canvas = useRef<HTMLCanvasElement | null>(null);
  const pad = useRef<SignaturePad | null>(null);
  const [ready, setReady] = useState(false);
  const tell = useRef(onChange);
  tell.current = onChange;
  useEffect(() => {
    let open = true;
    void import('signature_pad').then(({ default: Pad }) => {
      const box = canvas.current;
      if (!open || !box) return;
      const { width, height } = box.getBoundingClientRect();
      const scale = window.devicePixelRatio || 1;
      box.width = width * scale;
      box.height = height * scale;
      box.getContext('2d')?.scale(scale, scale);
      const made = new Pad(box, { penColor: tokens.ink, backgroundColor: 'rgba(0,0,0,0)' });
      made.addEventListener('endStroke', () =>
        tell.current(
          made.toData().map((stroke) => stroke.points.flatMap(({ x, y }) => [within((x / width) * UNIT), within((y / height) * UNIT)])),
        ),
      );
      pad.current = made;
      setReady(true);
    });
    return () => {
      open = false;
      pad.current?.off();
      pad.current = null;
    };
  }, [tokens.ink]);
  const clear = () => {
    pad.current?.clear();
    onChange([]);
  };
  return (
    <View style={{ gap: space.xs }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' }}>
        <Label>{label}</Label>
        <Companion title="Clear" onPress={clear} disabled={value.length === 0} />
      </View>
      <View style={{ height: HEIGHT, borderWidth: line.firm, borderColor: tokens.ink, backgroundColor: tokens.sheet }}>
        {createElement('canvas', {
          ref: canvas,
          'aria-label': label,
          role: 'img',
          'data-testid': 'signature',
          'data-ready': ready ? 'yes' : 'no',
          style: { width: '100%', height: '100%', touchAction: 'none', display: 'block' },
        })}
      </View>
      <Small ink="inkSoft">Sign with a finger. Who cannot may say so, or sign the printed sheet.</Small>
    </View>
  );
}

/** A signature as it was written. */
export function SignatureMark({ strokes, name }: { strokes: Strokes; name: string }) {
  const tokens = useTokens();
  return (
    <View role="img" aria-label={`Signature of ${name}`} style={{ width: 200, height: 60 }}>
      <Svg width={200} height={60} viewBox={`0 0 ${UNIT} ${UNIT}`} preserveAspectRatio="none">
        {strokes.map((stroke, i) => (
          <Polyline
            key={i}
            points={stroke.join(' ')}
            fill="none"
            stroke={tokens.ink}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
            strokeLinecap="round"
          />
        ))}
      </Svg>
    </View>
  );
}
