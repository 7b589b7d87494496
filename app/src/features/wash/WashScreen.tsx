import { washJobs } from '@elm-mist/core/visit';
import { isWashed } from '@elm-mist/core/run';
import { useState } from 'react';
import { useVisit } from '@/data';
import { Act, ThumbBar } from '@/ui';
import { goTo, NotYet, VisitScreen } from '../visit/VisitScreen';
import { WashJobScreen } from './WashJobScreen';

/** The live run: every coil that is washed, and every coil that has foam on it whatever its plan says now. */
export function WashScreen() {
  const { state, coils, detail } = useVisit();
  const jobs = washJobs(state, coils);
  const [coilId, setCoilId] = useState(jobs.find((job) => !isWashed(job.run))?.coil.id ?? jobs[0]?.coil.id ?? '');
  const job = jobs.find((row) => row.coil.id === coilId) ?? jobs[0];
  if (!job) {
    const planned = coils.length > 0 && coils.every((coil) => state.plans[coil.id]);
    return (
      <VisitScreen
        visitStep="wash"
        foot={
          <ThumbBar>
            <Act
              title={planned || coils.length === 0 ? 'Go to Close' : 'Go to Plan'}
              onPress={() => goTo(detail.visit.id, planned || coils.length === 0 ? 'close' : 'plan')}
            />
          </ThumbBar>
        }
      >
        <NotYet>
          {planned || coils.length === 0
            ? 'Nothing is to be washed on this visit.'
            : 'Make the plan first: it says what is washed, and in what sections.'}
        </NotYet>
      </VisitScreen>
    );
  }
  return <WashJobScreen key={job.coil.id} job={job} jobs={jobs} pick={setCoilId} />;
}
