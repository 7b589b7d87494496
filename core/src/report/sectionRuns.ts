import type { CoilPlan } from '../method';
import { standingEvents, type VisitEvent } from '../run';

/** One soak of a section as it really ran. */
export interface SectionRun {
  coilId: string;
  sectionName: string;
  cleanerName: string;
  /** Strength of the plan of that moment, water to one; null where none was planned. */
  waterParts: number | null;
  appliedAt: string;
  /** Null where it was never rinsed by hand. */
  rinsedAt: string | null;
  /** Foam on to rinse, s. */
  soakedS: number | null;
  mists: number;
  /** What became of it: clear, still dirty, left on purpose, or nobody looked. */
  found: 'clear' | 'again' | 'left' | null;
}

/**
 * Every soak of a visit as it really ran, section by section: what was put on by the plan of that moment, for how long, and what the look after found.
 * @param events of the visit
 * @returns soaks, in the order they began
 * @example sectionRuns([]) // []
 */
export function sectionRuns(events: readonly VisitEvent[]): SectionRun[] {
  const runs: SectionRun[] = [];
  const plans = new Map<string, CoilPlan>();
  const running = new Map<string, SectionRun>();
  const last = new Map<string, SectionRun>();
  for (const event of standingEvents(events)) {
    if (event.kind === 'plan.made') plans.set(event.data.coilId, event.data.plan);
    if (event.kind === 'section.applied') {
      const { coilId, sectionId } = event.data;
      const plan = plans.get(coilId);
      const section = plan?.sections.find((row) => row.id === sectionId);
      const run: SectionRun = {
        coilId,
        sectionName: section ? `${section.number} ${section.faceName}` : sectionId,
        cleanerName: plan?.cleanerName ?? '',
        waterParts: plan?.waterParts ?? null,
        appliedAt: event.at,
        rinsedAt: null,
        soakedS: null,
        mists: 0,
        found: null,
      };
      runs.push(run);
      running.set(`${coilId} ${sectionId}`, run);
      last.set(`${coilId} ${sectionId}`, run);
    }
    if (event.kind === 'section.misted') {
      const run = running.get(`${event.data.coilId} ${event.data.sectionId}`);
      if (run) run.mists += 1;
    }
    if (event.kind === 'section.rinsed') {
      const key = `${event.data.coilId} ${event.data.sectionId}`;
      const run = running.get(key);
      if (run) {
        run.rinsedAt = event.at;
        run.soakedS = Math.round((Date.parse(event.at) - Date.parse(run.appliedAt)) / 1000);
        running.delete(key);
      }
    }
    if (event.kind === 'section.left') {
      const run = last.get(`${event.data.coilId} ${event.data.sectionId}`);
      if (run) run.found = 'left';
    }
    if (event.kind === 'section.checked') {
      const run = last.get(`${event.data.coilId} ${event.data.sectionId}`);
      if (run) run.found = event.data.clear ? 'clear' : 'again';
    }
  }
  return runs;
}
