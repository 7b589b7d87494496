import { currentStep } from '@elm-mist/core/run';
import { Redirect } from 'expo-router';
import { useVisit } from '@/data';

/** A visit opens where the work stands. */
export function VisitStart() {
  const { state, allCoils, detail } = useVisit();
  return <Redirect href={`/visits/${detail.visit.id}/${currentStep(state, allCoils)}`} />;
}
