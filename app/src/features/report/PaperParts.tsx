import type { ReactNode } from 'react';
import { Act, Banner, Companion, Small, ThumbBar } from '@/ui';
import { ServerFile } from '../shared/ServerFile';
import type { PaperJobState } from './usePaper';

/** The one button of a page that makes a PDF: make it, then save it; with how far it is above. */
export function PaperBar({
  job,
  make,
  before,
  disabled = false,
}: {
  job: PaperJobState;
  make: () => void;
  before: ReactNode;
  disabled?: boolean;
}) {
  return (
    <ThumbBar
      over={job.share === null ? null : <Small testID="report-share">{`Setting it on paper, ${Math.round(job.share * 100)} %`}</Small>}
    >
      {before}
      {job.size === null ? (
        <Act title="Make the PDF" onPress={make} busy={job.share !== null} disabled={disabled} testID="report-make" />
      ) : (
        <Act title="Save the PDF" onPress={job.save} testID="report-save" />
      )}
    </ThumbBar>
  );
}

/** What came of making it. @param elsewhere where the server has the same, for a device that cannot make it */
export function PaperTold({ job, elsewhere }: { job: PaperJobState; elsewhere?: string }) {
  return (
    <>
      {job.trouble ? (
        <Banner
          tone="stop"
          right={elsewhere ? <ServerFile title="Let the server make it" address={elsewhere} testID="report-server" /> : null}
        >
          {job.trouble}
        </Banner>
      ) : null}
      {job.size === null ? null : (
        <Banner tone="done" right={<Companion title="Make it anew" onPress={job.forget} />}>
          {`Made on this device, ${Math.max(1, Math.round(job.size / 1000))} kB. Nothing is sent by itself.`}
        </Banner>
      )}
    </>
  );
}
