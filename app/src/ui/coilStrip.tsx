import type { CoilFace } from '@elm-mist/core/equipment';
import type { SectionWord } from '@elm-mist/core/run';
import { gradeFacts, rowName, type FaceGrades, type Grade } from '@elm-mist/core/survey';
import { Pressable, StyleSheet, View } from 'react-native';
import { GRADE_HATCH, Hatch, WORD_HATCH } from './hatch';
import { Sign } from './icon';
import { Figure, Label, Small } from './text';
import { useTokens } from './theme';
import { line, radius, space } from './tokens';

/** A white plate that keeps a number readable on any hatch. */
function Plate({ text, size = 22 }: { text: string; size?: number }) {
  const tokens = useTokens();
  return (
    <View style={{ backgroundColor: tokens.sheet, paddingHorizontal: 9, paddingVertical: 3, borderRadius: radius }}>
      <Figure style={{ fontSize: size, lineHeight: size + 4 }}>{text}</Figure>
    </View>
  );
}

/** Marks a cell. Laid over the hatch, which an outline would be under. */
function Frame({ width, color }: { width: number; color: string }) {
  return <View aria-hidden style={[StyleSheet.absoluteFill, { borderWidth: width, borderColor: color, pointerEvents: 'none' }]} />;
}

export interface CellPick {
  faceId: string;
  row: number;
}

/** The coil unrolled into a band for grading: faces side by side, rows as layers with the innermost above. */
export function GradeStrip({
  faces,
  rows,
  grades,
  picked,
  onPick,
  cellHeight = 62,
  caption = true,
}: {
  faces: readonly CoilFace[];
  rows: number;
  grades: FaceGrades;
  picked?: CellPick | null;
  onPick?: (cell: CellPick) => void;
  cellHeight?: number;
  /** Say which row lies where; left out under another strip that has said it. */
  caption?: boolean;
}) {
  const tokens = useTokens();
  const order = Array.from({ length: rows }, (_none, row) => rows - 1 - row);
  const total = faces.reduce((sum, face) => sum + face.widthM, 0);
  return (
    <View style={{ gap: space.xs }}>
      {rows > 1 && caption ? (
        <Small ink="inkSoft">{rows === 2 ? 'Inner row above, outer row below' : 'Inner row on top, outer row at the bottom'}</Small>
      ) : null}
      <View style={{ borderWidth: line.firm, borderColor: tokens.ink }}>
        {order.map((row) => (
          <View key={row} style={{ flexDirection: 'row' }}>
            {faces.map((face, index) => {
              const grade: Grade | null = grades[face.id]?.[row] ?? null;
              const chosen = picked?.faceId === face.id && picked.row === row;
              const says = `${face.name}${rows > 1 ? `, ${rowName(rows, row)}` : ''}: ${grade === null ? 'not graded' : `grade ${grade} ${gradeFacts(grade).name}`}`;
              const inside = (
                <>
                  {grade === null ? null : <Hatch name={GRADE_HATCH[grade]} />}
                  <Plate text={grade === null ? '?' : String(grade)} />
                  {chosen ? <Frame width={4} color={tokens.elm} /> : null}
                </>
              );
              const box = {
                flexGrow: face.widthM / total,
                flexBasis: 0,
                minWidth: 52,
                height: cellHeight,
                alignItems: 'center' as const,
                justifyContent: 'center' as const,
                backgroundColor: tokens.sheet,
                borderLeftWidth: index === 0 ? 0 : line.thin,
                borderTopWidth: row === rows - 1 ? 0 : line.thin,
                borderColor: tokens.ink,
              };
              return onPick ? (
                <Pressable
                  key={face.id}
                  role="button"
                  aria-label={says}
                  aria-pressed={chosen}
                  onPress={() => onPick({ faceId: face.id, row })}
                  style={box}
                >
                  {inside}
                </Pressable>
              ) : (
                <View key={face.id} role="img" aria-label={says} style={box}>
                  {inside}
                </View>
              );
            })}
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row', paddingHorizontal: 1 }}>
        {faces.map((face) => (
          <View key={face.id} style={{ flexGrow: face.widthM / total, flexBasis: 0, minWidth: 52, alignItems: 'center' }}>
            {face.wallSide ? (
              <View
                style={{
                  height: 5,
                  alignSelf: 'stretch',
                  marginHorizontal: 6,
                  borderBottomWidth: 3,
                  borderStyle: 'dashed',
                  borderColor: tokens.ink,
                }}
              />
            ) : (
              <View style={{ height: 5 }} />
            )}
            <Label style={{ textAlign: 'center' }}>{face.name}</Label>
            {face.wallSide ? <Small ink="inkSoft">wall side</Small> : null}
          </View>
        ))}
      </View>
    </View>
  );
}

/** Words of a section that wants hands. */
const DUE: readonly SectionWord[] = ['rinse now', 'mist now', 'too long', 'close up', 'look now'];

export interface StripSection {
  id: string;
  number: number;
  areaM2: number;
  faceName: string;
  word: SectionWord;
}

/** The same band in Wash: each section with its number, its state as hatch and word. */
export function SectionStrip({
  sections,
  current,
  onPick,
}: {
  sections: readonly StripSection[];
  current: string | null;
  onPick?: (id: string) => void;
}) {
  const tokens = useTokens();
  const total = sections.reduce((sum, section) => sum + section.areaM2, 0);
  return (
    <View
      style={{ flexDirection: 'row', flexWrap: 'wrap', borderWidth: line.firm, borderColor: tokens.ink, backgroundColor: tokens.sheet }}
    >
      {sections.map((section) => {
        const chosen = current === section.id;
        const due = DUE.includes(section.word);
        const frame = section.word === 'too long' ? tokens.brick : section.word === 'mist now' ? tokens.mist : tokens.elm;
        const says = `Section ${section.number}, ${section.faceName}: ${section.word}`;
        const box = {
          flexGrow: section.areaM2 / total,
          flexBasis: 66,
          minWidth: 66,
          height: 112,
          justifyContent: 'space-between' as const,
          borderWidth: line.thin,
          borderColor: tokens.ink,
        };
        const inside = (
          <>
            <Hatch name={WORD_HATCH[section.word]} />
            <View
              style={{
                alignSelf: 'flex-start',
                margin: 4,
                borderWidth: line.thin,
                borderColor: tokens.ink,
                backgroundColor: tokens.sheet,
                paddingHorizontal: 7,
              }}
            >
              <Figure>{section.number}</Figure>
            </View>
            {section.word === 'clear' ? (
              <View style={{ alignItems: 'center' }}>
                <Sign name="check" heavy size={30} ink="elm" />
              </View>
            ) : null}
            <View style={{ backgroundColor: tokens.sheet, paddingVertical: 2, margin: due ? 5 : 1, alignItems: 'center' }}>
              <Label ink={section.word === 'too long' ? 'brick' : 'ink'} style={{ textAlign: 'center' }}>
                {section.word}
              </Label>
            </View>
            {chosen || due ? <Frame width={due ? 5 : 3} color={due ? frame : tokens.ink} /> : null}
          </>
        );
        return onPick ? (
          <Pressable key={section.id} role="button" aria-label={says} onPress={() => onPick(section.id)} style={box}>
            {inside}
          </Pressable>
        ) : (
          <View key={section.id} role="img" aria-label={says} style={box}>
            {inside}
          </View>
        );
      })}
    </View>
  );
}
