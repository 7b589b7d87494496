import { Image } from 'react-native';

/** A drawing that came as an SVG document; said in words where it cannot be seen. */
export function Drawing({ svg, size, label }: { svg: string; size: number; label: string }) {
  return (
    <Image
      source={{ uri: `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}` }}
      style={{ width: size, height: size, backgroundColor: '#ffffff' }}
      role="img"
      accessibilityLabel={label}
      resizeMode="contain"
    />
  );
}
