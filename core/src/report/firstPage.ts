import { stillOn, washedWith } from '../visit';
import { dayIn, dayLater, longDay } from '../clock';
import { coilName } from '../equipment';
import { candidateName, faultsIn } from '../diagnosis';
import { FINDING_STANDING_NAMES, foundGrades, OLDER_RECORDS, isOpenFinding, wholeFinding } from '../run';
import { gradeFacts, RUN_STATE_NAMES, URGENCY_NAMES, worstOf, type Grade } from '../survey';
import { WHOLE_WORDS } from '../verdict';
import type { ReportBlock } from './blocks';
import type { ReportInput } from './reportInput';

const gradeWords = (grade: number | null): string =>
  grade === null ? 'not graded' : `${grade}, ${gradeFacts(grade as Grade).name.toLowerCase()}`;

/** What a lay person reads in a minute: found, done, result, advice, next. */
export function firstPage(input: ReportInput): ReportBlock[] {
  const { state, coils, judgment, findings, ways, zone } = input;
  const pastOf = (coilId: string) => state.past?.value.coils.find((row) => row.coilId === coilId);
  const found = coils.map((coil) => {
    const survey = state.surveys[coil.id]?.value;
    const past = pastOf(coil.id);
    if (past) return `${coilName(coil)}: ${gradeWords(past.before)}, ${OLDER_RECORDS}.`;
    return `${coilName(coil)}: ${survey ? `worst face ${gradeWords(worstOf(foundGrades(state, coil.id)))}` : 'not looked at'}.`;
  });
  const asFound = state.story?.value.asFound;
  const claim = state.story?.value.lastService ?? '';
  const done = coils.map((coil) => {
    const aside = state.skipped[coil.id]?.value;
    const past = pastOf(coil.id);
    if (past) return `${coilName(coil)}: washed with ${past.cleanerName || 'what is not said'}, ${OLDER_RECORDS}.`;
    const washed = washedWith(state, coil.id, input.nameOfCleaner);
    return `${coilName(coil)}: ${aside ? `left out, ${aside}` : washed === null ? 'nothing planned' : washed === 'not washed' ? 'not washed' : `washed with ${washed}`}. ${stillOn(state, coil.id)}`.trim();
  });
  // What was left on purpose is said on page one, whatever pages follow.
  for (const coil of coils)
    for (const { id, number, faceName } of state.hand[coil.id] ?? []) {
      const why = state.sections[coil.id]?.[id]?.leftWhy ?? null;
      if (why !== null) done.push(`${coilName(coil)}, section ${number}, ${faceName}: left on purpose, ${why}.`);
    }
  for (const life of findings)
    if (state.findingSteps.some(({ value }) => value.findingId === life.findingId && (value.step === 'fixed' || value.step === 'done')))
      done.push(`${wholeFinding(life).name}: put right.`);
  const result = coils.flatMap((coil) => {
    const before = worstOf(foundGrades(state, coil.id));
    const past = pastOf(coil.id);
    if (past && past.after !== null) return [`${coilName(coil)}: left at ${gradeWords(past.after)}.`];
    const check = state.checks[coil.id]?.value;
    const light = state.light[coil.id]?.value;
    const [was, is] = [light?.before?.openPct ?? null, light?.after?.openPct ?? null];
    const open = was === null || is === null ? '' : ` Light through it: ${Math.round(was)} % before, ${Math.round(is)} % after.`;
    return check ? [`${coilName(coil)}: from ${gradeWords(before)} to ${gradeWords(worstOf(check.gradesAfter))}.${open}`] : [];
  });
  const { compared, left } = judgment;
  const top = left?.diagnosis.candidates[0];
  if (compared) result.push(WHOLE_WORDS[compared.whole]);
  // Nothing is accused in the customer's report that a sound unit could read like.
  if (top && faultsIn(top).length > 0 && left?.diagnosis.confirm.length === 0)
    result.push(`Most likely left: ${candidateName(top).toLowerCase()} (${Math.round(top.probability * 100)} %).`);
  const advice = [...new Set(coils.flatMap((coil) => state.plans[coil.id]?.value.advice ?? []))];
  const open = findings.filter(isOpenFinding);
  const next: [string, string][] = [
    ['Due again', longDay(input.nextDue)],
    ...(input.dues.length > 1 && new Set(input.dues.map((row) => row.date)).size > 1
      ? input.dues.map(({ coilId, date }): [string, string] => {
          const coil = coils.find((row) => row.id === coilId);
          return [coil ? coilName(coil) : coilId, longDay(date)];
        })
      : []),
    ...input.upkeep.map(({ name, date }): [string, string] => [name, longDay(date)]),
    ...open.map((life): [string, string] => {
      const whole = wholeFinding(life);
      return [whole.name, `${URGENCY_NAMES[whole.urgency]}: ${FINDING_STANDING_NAMES[life.standing].toLowerCase()}`];
    }),
  ];
  // Only what was washed is guaranteed.
  const washed = Object.values(state.sections).some((coil) => Object.values(coil).some((section) => section.rinsedAtMs !== null));
  if (ways.guarantee && state.closed && washed)
    next.push(['Guarantee', `${ways.guarantee} Until ${longDay(dayLater(dayIn(zone, Date.parse(state.closed.at)), ways.guaranteeDays))}.`]);
  return [
    { is: 'heading', text: 'Found' },
    {
      is: 'list',
      items: [
        ...(asFound && asFound.state !== 'unknown' ? [`On trying it: ${RUN_STATE_NAMES[asFound.state].toLowerCase()}.`] : []),
        ...found,
        ...(claim ? [`Last washed, as told: ${claim}.`] : []),
      ],
    },
    { is: 'heading', text: 'Done' },
    { is: 'list', items: done.length > 0 ? done : ['Nothing was worked on.'] },
    { is: 'heading', text: 'Result' },
    { is: 'list', items: result.length > 0 ? result : ['Nothing was measured or graded afterwards.'] },
    { is: 'heading', text: 'What you can do' },
    { is: 'list', items: advice.length > 0 ? advice : ['Keep the filter clean and the unit clear all round.'] },
    { is: 'heading', text: 'Next' },
    { is: 'rows', rows: next },
  ];
}
