import { doubtText } from '../airside';
import { costFacts, stillOn, washedWith, type Judgement } from '../beads';
import { clockIn, dayIn, dayLater, longDay, stampIn } from '../clock';
import { coilName, POWER_SOURCE_NAMES } from '../equipment';
import { FAULTS } from '../diagnosis';
import type { Upkeep } from '../interval';
import type { CoilBuild } from '../method';
import { AGREED, formatMoney, type Priced } from '../price';
import {
  savingSentences,
  ANSWER_WAY_NAMES,
  BEAD_NAMES,
  BEADS,
  beadsDone,
  closingGate,
  FINDING_STANDING_NAMES,
  OLDER_RECORDS,
  findingPlace,
  GATE_TABLE,
  isOpenFinding,
  wholeFinding,
  type FindingLife,
  type VisitEvent,
  type VisitState,
} from '../run';
import { gradeFacts, judgeAsFound, RUN_STATE_NAMES, URGENCY_NAMES, worstOf, type Grade } from '../survey';
import { EDGES, formatDuration, formatRatio, formatVolume, trimDecimals, type UnitSystem } from '../units';
import { LINE_WORDS, WHOLE_WORDS } from '../verdict';
import type { Report, ReportBlock } from './blocks';
import { sectionRuns } from './sectionRuns';
import { REPORT_SECTION_NAMES, REPORT_SECTIONS, type ReportSection, type ReportWays } from './ways';

/** All that a report is made of. */
export interface ReportInput {
  state: VisitState;
  events: readonly VisitEvent[];
  coils: readonly (CoilBuild & { name?: string })[];
  place: { name: string; address: string; customerName: string };
  system: { name: string; model: string };
  shop: { name: string; address: string };
  /** The shop's clock, IANA. */
  zone: string;
  units: UnitSystem;
  currency: string;
  ways: ReportWays;
  judgement: Judgement;
  findings: readonly FindingLife[];
  /** Which visit of its year this is by an agreement; null where it is of none. */
  agreed: { visit: number; of: number } | null;
  /** What the visit comes to; null where nothing is priced. */
  price: Priced | null;
  nameOfCleaner: (cleanerId: string) => string;
  /** When each coil is due again, ISO day. */
  dues: { coilId: string; date: string }[];
  /** The soonest of them. */
  nextDue: string;
  /** When filter, drain, wheel and a salt rinse are due. */
  upkeep: readonly Upkeep[];
  /** What a later version tells otherwise, already told; empty where there is one version. Printed whatever the shop leaves out. */
  corrections: readonly ReportBlock[];
}

const gradeWords = (grade: number | null): string =>
  grade === null ? 'not graded' : `${grade}, ${gradeFacts(grade as Grade).name.toLowerCase()}`;

/** What a lay person reads in a minute: found, done, result, advice, next. */
function firstPage(input: ReportInput): ReportBlock[] {
  const { state, coils, judgement, findings, ways, zone } = input;
  const pastOf = (coilId: string) => state.past?.value.coils.find((row) => row.coilId === coilId);
  const found = coils.map((coil) => {
    const survey = state.surveys[coil.id]?.value;
    const past = pastOf(coil.id);
    if (past) return `${coilName(coil)}: ${gradeWords(past.before)}, ${OLDER_RECORDS}.`;
    return `${coilName(coil)}: ${survey ? `worst face ${gradeWords(worstOf(survey.grades))}` : 'not looked at'}.`;
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
  for (const life of findings)
    if (state.findingSteps.some(({ value }) => value.findingId === life.findingId && (value.step === 'fixed' || value.step === 'done')))
      done.push(`${wholeFinding(life).name}: put right.`);
  const result = coils.flatMap((coil) => {
    const before = worstOf(state.surveys[coil.id]?.value.grades ?? {});
    const past = pastOf(coil.id);
    if (past && past.after !== null) return [`${coilName(coil)}: left at ${gradeWords(past.after)}.`];
    const check = state.checks[coil.id]?.value;
    const light = state.light[coil.id]?.value;
    const [was, is] = [light?.before?.openPct ?? null, light?.after?.openPct ?? null];
    const open = was === null || is === null ? '' : ` Light through it: ${Math.round(was)} % before, ${Math.round(is)} % after.`;
    return check ? [`${coilName(coil)}: from ${gradeWords(before)} to ${gradeWords(worstOf(check.gradesAfter))}.${open}`] : [];
  });
  const { compared, left } = judgement;
  const top = left?.diagnosis.candidates[0];
  if (compared) result.push(WHOLE_WORDS[compared.whole]);
  if (top && top.id !== 'none' && top.id !== 'instrument')
    result.push(`What is left: most likely ${FAULTS[top.id].name.toLowerCase()} (${Math.round(top.probability * 100)} %).`);
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

/** Each section of the pages behind; nothing where there is nothing to tell. */
const SECTIONS: Record<ReportSection, (input: ReportInput) => ReportBlock[]> = {
  coils: ({ state, coils }) =>
    coils.flatMap((coil): ReportBlock[] => {
      const { faces, rows } = coil.geometry;
      const strip = (title: string, grades: Record<string, (Grade | null)[]>): ReportBlock => ({ is: 'strip', title, faces, rows, grades });
      const survey = state.surveys[coil.id]?.value;
      const check = state.checks[coil.id]?.value;
      return [
        ...(survey ? [strip(`${coilName(coil)}, as found`, survey.grades)] : []),
        ...(check ? [strip(`${coilName(coil)}, as left`, check.gradesAfter)] : []),
        ...(survey?.note ? [{ is: 'text' as const, text: survey.note }] : []),
        ...(check?.note ? [{ is: 'text' as const, text: check.note }] : []),
      ];
    }),
  sections: ({ state, events, coils, zone, units }) => {
    const runs = sectionRuns(events);
    const nameOf = (coilId: string) => {
      const coil = coils.find((row) => row.id === coilId);
      return coil ? coilName(coil) : coilId;
    };
    const facts = costFacts(state, coils);
    return [
      ...(runs.length > 0
        ? [
            {
              is: 'table' as const,
              head: ['Section', 'Product', 'Water : one', 'Foam on', 'Soaked', 'Found'],
              rows: runs.map((run) => [
                `${nameOf(run.coilId)}, ${run.sectionName}`,
                run.cleanerName,
                run.waterParts === null ? '' : run.waterParts === 0 ? 'as it is' : formatRatio(run.waterParts),
                clockIn(zone, run.appliedAt),
                `${run.soakedS === null ? 'not rinsed by hand' : formatDuration(run.soakedS)}${run.mists > 0 ? `, misted ${run.mists}×` : ''}`,
                run.found === 'clear' ? 'clear' : run.found === 'again' ? 'still dirty, again' : 'not looked at',
              ]),
            },
          ]
        : []),
      ...(facts.waterL > 0
        ? [{ is: 'rows' as const, rows: [['Water, about', formatVolume(facts.waterL, units)] as [string, string]] }]
        : []),
    ];
  },
  readings: ({ judgement: { compared, before, after }, state, units }) => {
    const air = state.site?.value;
    const show = (value: number, edge: keyof typeof EDGES) => {
      const { fromSi, digits, unit } = EDGES[edge];
      return `${trimDecimals(fromSi(value, units), Math.max(digits[units], edge === 'temperature' ? 1 : 0))} ${unit[units]}`.trim();
    };
    const conditions = air ? `Air on the day: ${show(air.dryBulbC, 'temperature')}, ${Math.round(air.rhPct)} % humidity.` : '';
    if (compared)
      return [
        ...(conditions ? [{ is: 'text' as const, text: conditions }] : []),
        {
          is: 'table',
          head: ['What', 'Before', 'After', 'By the wash', 'Says'],
          rows: compared.lines.map((row) => [
            row.name,
            show(row.before.value, row.edge),
            show(row.after.value, row.edge),
            row.verdict === 'not-comparable' || row.verdict === 'explained'
              ? ''
              : doubtText(row.effect, row.edge === 'temperature' ? 'difference' : row.edge, units),
            LINE_WORDS[row.verdict],
          ]),
        },
        { is: 'text', text: compared.why },
      ];
    const side = after.figures.length > 0 ? after : before;
    return side.figures.length > 0
      ? [
          ...(conditions ? [{ is: 'text' as const, text: conditions }] : []),
          { is: 'rows', rows: side.figures.map((figure): [string, string] => [figure.name, doubtText(figure, figure.edge, units)]) },
        ]
      : [];
  },
  photos: ({ state, coils }) => {
    const nameOf = (coilId: string | null) => {
      const coil = coils.find((row) => row.id === coilId);
      return coil ? coilName(coil) : 'The unit';
    };
    const photos = state.photos.map(({ value }) => ({
      photoId: value.photoId,
      caption: `${nameOf(value.coilId)}, ${value.when}${value.caption ? `: ${value.caption}` : ''}`,
    }));
    return photos.length > 0 ? [{ is: 'photos', photos }] : [];
  },
  findings: ({ findings, zone, coils }) =>
    findings.flatMap((life): ReportBlock[] => {
      const whole = wholeFinding(life);
      const where = findingPlace(life, coils);
      const after = [...life.steps].reverse().find((step) => step.value.after)?.value.after;
      return [
        { is: 'text', text: `${whole.name}${where ? ` (${where})` : ''}. ${URGENCY_NAMES[whole.urgency]}.`, strong: true },
        {
          is: 'rows',
          rows: [
            ...(whole.before || after
              ? [['Read', after ? `${whole.before || 'not before'}, then ${after}` : whole.before] as [string, string]]
              : []),
            ...(life.note ? [['Seen', life.note] as [string, string]] : []),
            ['Proposed', whole.action],
            ['Noted', `${stampIn(zone, life.at)}, ${life.by}`],
            ...life.steps.map((step): [string, string] => [
              FINDING_STANDING_NAMES[step.value.step],
              [
                step.value.words,
                step.value.day ? `${step.value.step === 'declined' ? 'ask again' : 'for'} ${longDay(step.value.day)}` : '',
                `${stampIn(zone, step.at)}, ${step.by}`,
              ]
                .filter(Boolean)
                .join('. '),
            ]),
            ...(life.standing === 'closed' ? [['Set aside', 'No longer so'] as [string, string]] : []),
          ],
        },
      ];
    }),
  price: ({ price, agreed, currency, state, zone }) => {
    const show = (amount: string) => formatMoney(amount, currency, 'en-US');
    const answers = state.quotes.flatMap((quote): ReportBlock[] => {
      const { answer } = quote;
      const option = quote.options.find((row) => row.id === answer?.value.optionId);
      const words = !answer
        ? `offered, valid until ${longDay(quote.validUntil)}`
        : option
          ? `${option.name}, ${formatMoney(option.total, quote.currency, 'en-US')}, accepted by ${answer.value.name}, ${ANSWER_WAY_NAMES[answer.value.how].toLowerCase()}, ${stampIn(zone, answer.at)}`
          : `declined, ${stampIn(zone, answer.at)}: ${answer.value.words}`;
      return [{ is: 'text', text: `Quote ${quote.number}: ${words}.` }];
    });
    return [
      ...(price && price.lines.length > 0
        ? [
            {
              is: 'table' as const,
              head: ['', 'How many', 'Price'],
              figures: [1, 2],
              rows: [
                ...price.lines.map((line) => [
                  line.words,
                  line.quantity,
                  line.net === null ? 'no price' : line.how === AGREED ? AGREED : show(line.net),
                ]),
                ...(Number(price.tax) === 0 ? [] : [['Tax', '', show(price.tax)]]),
                ['To pay', '', show(price.total)],
              ],
            },
          ]
        : []),
      ...(price && agreed ? [{ is: 'text' as const, text: `Visit ${agreed.visit} of ${agreed.of} in its year, by agreement.` }] : []),
      ...answers,
    ];
  },
  saved: ({ state, currency, zone }) => {
    const told = state.savingTold;
    if (!told) return [];
    const money = told.value.money === null ? '' : `${formatMoney(told.value.money, currency, 'en-US')} a year`;
    return [
      ...savingSentences(told.value, money).map((text): ReportBlock => ({ is: 'text', text })),
      { is: 'text', text: `By ${told.value.file}, told ${stampIn(zone, told.at)}, ${told.by}. Statistics of ASHRAE Guideline 14.` },
    ];
  },
  safety: ({ state, coils, zone }) => {
    const open = BEADS.filter((bead) => bead !== 'close' && !beadsDone(state, coils)[bead]);
    const rows: [string, string][] = [
      ...state.gateSkips.map((skip): [string, string] => [
        `${POWER_SOURCE_NAMES[skip.value.source]}: ${GATE_TABLE[skip.value.step].name.toLowerCase()}`,
        `Left out by ${skip.by}, ${clockIn(zone, skip.at)}: ${skip.value.reason}`,
      ]),
      ...coils.flatMap((coil): [string, string][] => {
        const aside = state.skipped[coil.id];
        return aside ? [[coilName(coil), `Left out by ${aside.by}: ${aside.value}`]] : [];
      }),
      ...closingGate(state, coils)
        .filter((line) => line.standing !== 'done')
        .map((line): [string, string] => [line.name, line.reason ? `Left open: ${line.reason}` : 'Open']),
      ...(open.length > 0 ? [['Not gone through', open.map((bead) => BEAD_NAMES[bead]).join(', ')] as [string, string]] : []),
      ...state.pauses.map((pause): [string, string] => [
        'Waited for parts',
        `From ${stampIn(zone, pause.at)}${pause.resumed ? ` to ${stampIn(zone, pause.resumed.at)}` : ''}: ${pause.value.reason}`,
      ]),
    ];
    const asFound = state.story?.value.asFound;
    const lines = asFound ? judgeAsFound(asFound).lines : [];
    return [
      ...(rows.length > 0 ? [{ is: 'rows' as const, rows }] : []),
      ...(lines.length > 0 ? [{ is: 'rows' as const, rows: lines.map((line): [string, string] => [line.name, line.text]) }] : []),
    ];
  },
  people: ({ state, events, zone }) => {
    const counts = new Map<string, number>();
    for (const event of events) counts.set(event.by, (counts.get(event.by) ?? 0) + 1);
    const versions = state.closings.map((closing, i): [string, string] => [
      `Version ${i + 1}`,
      `Closed ${stampIn(zone, closing.at)}, ${closing.by}${closing.reopened ? `. Opened again ${stampIn(zone, closing.reopened.at)} by ${closing.reopened.by}: ${closing.reopened.value}` : ''}`,
    ]);
    const signed = state.signed;
    return [
      {
        is: 'rows',
        rows: [
          ...[...counts].map(([name, count]): [string, string] => [name, `${count} ${count === 1 ? 'entry' : 'entries'}`]),
          ...versions,
        ],
      },
      ...state.notes.map((note): ReportBlock => ({ is: 'text', text: `${note.value} (${stampIn(zone, note.at)}, ${note.by})` })),
      ...(signed
        ? [
            signed.value.who === 'customer'
              ? { is: 'signature' as const, name: signed.value.name, under: stampIn(zone, signed.at), strokes: signed.value.strokes }
              : { is: 'text' as const, text: `Nobody was in, ${stampIn(zone, signed.at)}: a photo shows how it was left.` },
          ]
        : []),
    ];
  },
};

/**
 * The report of a visit: one page that a lay person reads in a minute, and the pages behind it, as the shop hands them over.
 * @param input the visit, what stands around it, and the shop's ways
 * @returns what is told, block by block
 * @example visitReport.length // 1
 */
export function visitReport(input: ReportInput): Report {
  const { state, place, system, shop, zone, events } = input;
  const at = state.closed?.at ?? events.at(-1)?.at ?? null;
  const serial = state.identity?.value.serial ?? '';
  const behind = REPORT_SECTIONS.filter((id) => !input.ways.without.includes(id)).flatMap((id): ReportBlock[] => {
    const blocks = SECTIONS[id](input);
    return blocks.length > 0 ? [{ is: 'heading', text: REPORT_SECTION_NAMES[id] }, ...blocks] : [];
  });
  if (input.corrections.length > 0) behind.push({ is: 'heading', text: 'What was corrected' }, ...input.corrections);
  if (behind[0]?.is === 'heading') behind[0].pageBefore = true;
  return {
    title: `${place.name}, ${system.name}`,
    shop: [shop.name, shop.address].filter(Boolean).join(' · '),
    about: `${place.name}, ${system.name}${at ? ` · ${longDay(dayIn(zone, Date.parse(at)))}` : ''}`,
    language: 'en-US',
    blocks: [
      {
        is: 'rows',
        rows: [
          ['For', [place.customerName, place.address].filter(Boolean).join(', ')],
          ['System', [system.name, system.model, serial ? `serial ${serial}` : ''].filter(Boolean).join(' · ')],
          ['Date', at ? stampIn(zone, at) : 'not begun'],
          ['By', [...new Set(events.map((event) => event.by))].join(', ') || 'nobody yet'],
        ],
      },
      ...(state.closed ? [] : [{ is: 'text' as const, text: 'The visit is not closed: what stands here may still change.', strong: true }]),
      ...firstPage(input),
      ...behind,
    ],
  };
}
