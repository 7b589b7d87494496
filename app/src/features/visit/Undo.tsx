import type { Page, Undoable } from '@elm-mist/core/run';
import { useVisit } from '@/data';
import { Companion, Meant, Small } from '@/ui';

/** What an undo would take back, said before it is pressed. */
export const undoLine = (last: Undoable | null) =>
  last ? <Small ink="inkSoft" testID="undo-what">{`Undo takes back: ${last.words}.`}</Small> : null;

/** Takes back the last of one's own entries on a page; a second tap of the same thumb leaves the one before it. */
export function UndoButton({ page, wet = false, testID }: { page: Page; wet?: boolean; testID: string }) {
  const { own, undo } = useVisit();
  const last = own(page);
  return (
    <Meant means={last?.eventId ?? null}>
      <Companion title="Undo" onPress={() => undo(page)} disabled={!last} wet={wet} testID={testID} />
    </Meant>
  );
}
