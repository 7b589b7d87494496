import { qrSvg, type StickyLabel } from '@elm-mist/core/report';
import { View } from 'react-native';
import { Drawing, line, radius, Small, space, Strong } from '@/ui';

/** Paper is white and its print black, by day and by night. */
const PAPER = '#ffffff';
const PRINT = '#17251f';

/** A label as it will be printed. */
export function StickyPreview({ label }: { label: StickyLabel }) {
  return (
    <View
      testID="label-preview"
      style={{
        flexDirection: 'row',
        gap: space.m,
        padding: space.s,
        maxWidth: 420,
        backgroundColor: PAPER,
        borderWidth: line.firm,
        borderColor: PRINT,
        borderRadius: radius,
      }}
    >
      <Drawing svg={qrSvg(label.code)} size={124} label={`Square code: ${label.code}`} />
      <View style={{ flex: 1, gap: 2 }}>
        <Strong style={{ color: PRINT }}>{label.heading}</Strong>
        {label.lines.map((text) => (
          <Small key={text} style={{ color: PRINT }}>
            {text}
          </Small>
        ))}
        {label.strong ? <Strong style={{ color: PRINT, fontSize: 14 }}>{label.strong}</Strong> : null}
      </View>
    </View>
  );
}
