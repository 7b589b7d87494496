import { gradeOfLight, lightWords } from '@elm-mist/core/light';
import { gradeFacts, type Grade } from '@elm-mist/core/survey';
import { useVisit } from '@/data';
import { Banner, LinkRow } from '@/ui';

/** How far a grade by eye and one by light may lie apart before it is said. */
const APART = 2;

/** The light through a coil in short, and the way to measure it. @param own worst grade by eye as left, while it is given; null for none */
export function LightCard({ coilId, own = null }: { coilId: string; own?: Grade | null }) {
  const { state, detail } = useVisit();
  const noted = state.light[coilId]?.value;
  const words = noted && lightWords(noted);
  const openPct = noted?.after?.openPct ?? null;
  const light = openPct === null ? null : gradeOfLight(openPct);
  if (state.closed && !noted) return null;
  return (
    <>
      <LinkRow
        title={words ? 'Light through it, measured' : 'Measure the light'}
        under={
          words ? (words.bent ? `Bent fins ${words.bent}` : 'Two photographs, same torch') : 'Two photographs, same torch: how open it is'
        }
        right={words ? `${words.before ?? '?'} → ${words.after ?? '?'}` : undefined}
        href={`/visits/${detail.visit.id}/light?coil=${coilId}`}
        testID={`to-light-${coilId}`}
      />
      {own !== null && light !== null && Math.abs(own - light) >= APART ? (
        <Banner tone="wait">{`Your own grade is ${own} ${gradeFacts(own).name}; ${Math.round(openPct ?? 0)} % of the light would be ${light} ${gradeFacts(light).name}. Look again, or say why in the note.`}</Banner>
      ) : null}
    </>
  );
}
