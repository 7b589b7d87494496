import type { CoilPlan, Section } from '../../method';
import { inNewAir } from '../foam';
import { sectionsInHand } from '../sectionsInHand';
import { freshSection, type SectionProgress, type VisitState } from '../visitState';

/** A section in hand; one that only the plan knows is taken in hand, so that no entry of another phone is lost. */
export function sectionOf(state: VisitState, coilId: string, sectionId: string): Section | undefined {
  const hand = (state.hand[coilId] ??= []);
  const found = hand.find((section) => section.id === sectionId);
  if (found) return found;
  const planned = state.plans[coilId]?.value.sections.find((section) => section.id === sectionId);
  if (planned) hand.push(planned);
  return planned;
}

/** Changes what has become of a section. */
export function changeSection(
  state: VisitState,
  coilId: string,
  sectionId: string,
  change: (from: SectionProgress) => Partial<SectionProgress>,
): void {
  sectionOf(state, coilId, sectionId);
  const coil = (state.sections[coilId] ??= {});
  const from = coil[sectionId] ?? freshSection();
  coil[sectionId] = { ...from, ...change(from) };
}

/** A new plan: what was begun stays as it was cut, and foam that is on keeps its clock, in the air as it is known now. */
export function followPlan(state: VisitState, coilId: string, plan: CoilPlan, at: string): void {
  const before = state.sections[coilId] ?? {};
  const hand = sectionsInHand(state.hand[coilId] ?? [], before, plan);
  // The name of a piece says no more than its face once it is cut again: what was only wetted stays wet.
  const wet = Object.values(before).some((progress) => progress.phase === 'wet');
  state.hand[coilId] = hand;
  state.sections[coilId] = Object.fromEntries(
    hand.map((section): [string, SectionProgress] => {
      const was = before[section.id];
      if (was && was.phase !== 'waits' && was.phase !== 'wet')
        return [section.id, was.foam ? { ...was, foam: inNewAir(was.foam, plan, section.faceId, Date.parse(at)) } : was];
      return [section.id, { ...freshSection(), phase: wet ? 'wet' : 'waits' }];
    }),
  );
}
