import { Circle, Path, Rect, Svg } from 'react-native-svg';
import { SIGN_DRAWINGS, type Shape, type SignName } from './signDrawings';
import type { InkName } from './text';
import { useTokens } from './theme';

function Line({ shape: [kind, places] }: { shape: Shape }) {
  if (kind === 'path') return <Path {...places} />;
  return kind === 'circle' ? <Circle {...places} /> : <Rect {...places} />;
}

/** A decorative sign beside words; never the only carrier of meaning. */
export function Sign({ name, size = 22, ink = 'ink', heavy = false }: { name: SignName; size?: number; ink?: InkName; heavy?: boolean }) {
  const tokens = useTokens();
  return (
    <Svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke={tokens[ink]}
      strokeWidth={heavy ? 3 : 2.2}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden
    >
      {SIGN_DRAWINGS[name].shapes.map((shape, i) => (
        <Line key={i} shape={shape} />
      ))}
    </Svg>
  );
}
