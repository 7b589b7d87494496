import { useVisit } from '@/data';
import { Field, Heading, Part, Row, Small, space } from '@/ui';
import { gradeOfLight, lightWords, type LightMeasured, type LightNoted } from '@elm-mist/core/light';
import { foundGrades } from '@elm-mist/core/run';
import { gradeFacts, worstOf } from '@elm-mist/core/survey';
import { View } from 'react-native';
import type { LightDraft } from './useLightDraft';

/** What the two pictures say: the grade they would be, beside the person's own. */
export function LightWords({ coilId, pair, found }: { coilId: string; pair: LightDraft['pair']; found: LightNoted }) {
  const { state } = useVisit();
  const words = lightWords(found);
  const own = { before: worstOf(foundGrades(state, coilId)), after: worstOf(state.checks[coilId]?.value.gradesAfter ?? {}) };
  const gradeWords = (grade: number | null) => (grade === null ? 'not graded' : `${grade} ${gradeFacts(grade as 0).name}`);
  const lightGrade = (told: LightMeasured | null) => (told === null || told.openPct === null ? null : gradeOfLight(told.openPct));
  return (
    <Part title={<Heading>What it says</Heading>}>
      <Small ink="inkSoft">
        Drag the four corners to the finned area. It suggests a grade and sets none: listen and feel as well, and see the four signs of a
        rinse.
      </Small>
      <Row
        label="That would be grade"
        value={`${gradeWords(lightGrade(pair?.before ?? null))} → ${gradeWords(lightGrade(pair?.after ?? null))}`}
      />
      <Row label="Your own grade, worst" value={`${gradeWords(own.before)} → ${gradeWords(own.after)}`} />
      {words.gainPoints === null ? null : (
        <Row label="Gained" value={`${words.gainPoints >= 0 ? '+' : '−'}${Math.abs(Math.round(words.gainPoints))} points of light`} />
      )}
    </Part>
  );
}

const BAD_BENT = 'A share of the face, from 0 to 100 %.';

/** Bent fins, which no wash opens. */
export function BentPart({ light: { draft, keep, bentBeforePct, bentAfterPct, found } }: { light: LightDraft }) {
  const words = lightWords(found);
  return (
    <Part title={<Heading>Bent fins, kept apart from soil</Heading>}>
      <View style={{ flexDirection: 'row', gap: space.m }}>
        <View style={{ flex: 1 }}>
          <Field
            label="Bent as found, % of the face"
            value={draft.bentBefore}
            onChange={(bentBefore) => keep({ ...draft, bentBefore })}
            {...(bentBeforePct === undefined ? { error: BAD_BENT } : {})}
          />
        </View>
        <View style={{ flex: 1 }}>
          <Field
            label="Bent as left, % of the face"
            value={draft.bentAfter}
            onChange={(bentAfter) => keep({ ...draft, bentAfter })}
            {...(bentAfterPct === undefined ? { error: BAD_BENT } : {})}
          />
        </View>
      </View>
      {words.comb ? <Small>More than a tenth is bent: combing gives air back that no wash can.</Small> : null}
    </Part>
  );
}
