import type { CoilBuild } from '@elm-mist/core/method';
import type { CoilSurvey, SiteConditions } from '@elm-mist/core/survey';
import { practiceCoilOf } from '@elm-mist/core/trainer';
import { useMay } from '@/data';
import { LinkRow } from '@/ui';

/** For who leads: a coil of a visit as one to practise on, without anything that tells whose it is. */
export function MakeOfCoil({ coil, survey, site }: { coil: CoilBuild; survey: CoilSurvey; site: SiteConditions | null }) {
  const leads = useMay('plan');
  if (!leads) return null;
  return (
    <LinkRow
      title="Practise on one like it"
      under="Makes a practice coil for the shop, without names"
      href={`/practice/new?from=${encodeURIComponent(JSON.stringify(practiceCoilOf(coil, survey, site)))}`}
      testID="plan-practise"
    />
  );
}
