import type { ReportBlock } from '@elm-mist/core/report';
import { View } from 'react-native';
import { Body, Drawing, GradeStrip, Heading, Row, Small, space, Strong } from '@/ui';
import { SignatureMark } from '../shared/Signature';

/** One piece of a document, as it stands on the screen. */
export function ReportPiece({ block }: { block: ReportBlock }) {
  switch (block.is) {
    case 'heading':
      return <Heading>{block.text}</Heading>;
    case 'text':
      return block.strong ? <Strong>{block.text}</Strong> : <Body>{block.text}</Body>;
    case 'list':
      return (
        <View style={{ gap: space.xs }}>
          {block.items.map((item) => (
            <Body key={item}>{item}</Body>
          ))}
        </View>
      );
    case 'rows':
      return (
        <View>
          {block.rows.map(([label, value], i) => (
            <Row key={i} label={label} value={value} />
          ))}
        </View>
      );
    case 'table':
      return (
        <View style={{ gap: space.s }}>
          {block.rows.map((row, i) => (
            <View key={i}>
              <Strong>{row[0]}</Strong>
              <Small>
                {row
                  .slice(1)
                  .map((text, at) => (text ? `${block.head[at + 1]?.toLowerCase() ?? ''} ${text}`.trim() : ''))
                  .filter(Boolean)
                  .join(' · ')}
              </Small>
            </View>
          ))}
        </View>
      );
    case 'strip':
      return (
        <View style={{ gap: space.xs }}>
          <Strong>{block.title}</Strong>
          <GradeStrip
            faces={block.faces.map((face) => ({ ...face, widthM: 1, wallSide: false }))}
            rows={block.rows}
            grades={block.grades}
            caption={false}
            cellHeight={40}
          />
        </View>
      );
    case 'drawn':
      return (
        <View style={{ flexDirection: 'row', gap: space.m, alignItems: 'center' }}>
          <Drawing svg={block.svg} size={84} label={block.title} />
          <View style={{ flex: 1 }}>
            <Heading>{block.title}</Heading>
            <Body>{block.text}</Body>
          </View>
        </View>
      );
    case 'photos':
      return <Body>{`${block.photos.length} ${block.photos.length === 1 ? 'photo' : 'photos'}.`}</Body>;
    case 'signature':
      return (
        <View style={{ gap: space.xs }}>
          <SignatureMark strokes={block.strokes} name={block.name} />
          <Strong>{block.name}</Strong>
          <Small ink="inkSoft">{block.under}</Small>
        </View>
      );
  }
}
