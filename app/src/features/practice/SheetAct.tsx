import type { Report } from '@elm-mist/core/report';
import { useQuery } from '@tanstack/react-query';
import { reportWaysQuery } from '@/data';
import { Act } from '@/ui';
import type { usePaper } from '../report/usePaper';

/** Makes the dated sheet of what was practised, then saves it. */
export function SheetAct({ press, sheet, testID }: { press: ReturnType<typeof usePaper>; sheet: () => Report; testID: string }) {
  const paper = useQuery(reportWaysQuery).data?.paper ?? 'letter';
  return press.size === null ? (
    <Act
      title="Make the sheet"
      onPress={() => void press.make({ of: 'report', report: sheet(), paper })}
      busy={press.share !== null}
      testID={testID}
    />
  ) : (
    <Act title="Save the sheet" onPress={press.save} testID={`${testID}-save`} />
  );
}
