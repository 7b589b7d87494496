import { DRILL_TABLE, LESSON_IDS, LESSON_TABLE } from '@elm-mist/core/trainer';
import { router } from 'expo-router';
import { Body, Companion, Heading, LinkRow, Part, Screen, ScreenHead, Small, ThumbBar } from '@/ui';
import { LessonDrawing } from './LessonDrawing';

/** Short pages, one drawing each, beside the drills that ask for them. */
export function LessonsScreen() {
  return (
    <Screen
      testID="lessons"
      head={<ScreenHead title="Lessons" under="One drawing each" />}
      foot={
        <ThumbBar>
          <Companion title="Practice" onPress={() => router.navigate('/practice')} grow />
        </ThumbBar>
      }
    >
      {LESSON_IDS.map((id, i) => {
        const { title, lines, families } = LESSON_TABLE[id];
        return (
          <Part key={id} first={i === 0} title={<Heading>{title}</Heading>}>
            <LessonDrawing id={id} />
            {lines.map((line) => (
              <Body key={line}>{line}</Body>
            ))}
            {families.map((family) => (
              <LinkRow key={family} title={`Drill: ${DRILL_TABLE[family].name.toLowerCase()}`} href={`/practice/drill?family=${family}`} />
            ))}
          </Part>
        );
      })}
      <Small ink="inkSoft">Common practice, no source. The label, the maker’s manual, local code and licensed practice outrank it.</Small>
    </Screen>
  );
}
