import { doubtText } from '../airside';
import { costFacts } from '../visit';
import { clockIn, longDay, stampIn } from '../clock';
import { coilName, POWER_SOURCE_NAMES } from '../equipment';
import { AGREED, formatMoney } from '../price';
import {
  savingSentences,
  ANSWER_WAY_NAMES,
  VISIT_STEP_NAMES,
  VISIT_STEPS,
  stepsDone,
  closingChecks,
  FINDING_STANDING_NAMES,
  findingPlace,
  LOCKOUT_TABLE,
  POWER_STEPS,
  POWER_TABLE,
  wholeFinding,
  foundGrades,
  REGRADE_NAMES,
} from '../run';
import { judgeAsFound, URGENCY_NAMES, type Grade } from '../survey';
import { EDGES, formatDuration, formatRatio, formatVolume, trimDecimals } from '../units';
import { LINE_WORDS } from '../verdict';
import type { ReportBlock } from './blocks';
import { sectionRuns } from './sectionRuns';
import type { ReportSection } from './ways';
import type { ReportInput } from './reportInput';

/** Each section of the pages behind; nothing where there is nothing to tell. */
export const SECTIONS: Record<ReportSection, (input: ReportInput) => ReportBlock[]> = {
  coils: ({ state, coils }) =>
    coils.flatMap((coil): ReportBlock[] => {
      const { faces, rows } = coil.geometry;
      const strip = (title: string, grades: Record<string, (Grade | null)[]>): ReportBlock => ({ is: 'strip', title, faces, rows, grades });
      const survey = state.surveys[coil.id]?.value;
      const check = state.checks[coil.id]?.value;
      return [
        ...(survey ? [strip(`${coilName(coil)}, as found`, foundGrades(state, coil.id))] : []),
        ...(state.regrades[coil.id] ?? []).map(({ value }) => strip(`${coilName(coil)}, ${REGRADE_NAMES[value.when]}`, value.grades)),
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
                run.found === 'clear'
                  ? 'clear'
                  : run.found === 'again'
                    ? 'still dirty, again'
                    : run.found === 'left'
                      ? 'left on purpose'
                      : 'not looked at',
              ]),
            },
          ]
        : []),
      ...(facts.waterL > 0
        ? [{ is: 'rows' as const, rows: [['Water, about', formatVolume(facts.waterL, units)] as [string, string]] }]
        : []),
    ];
  },
  readings: ({ judgment: { compared, before, after }, state, units }) => {
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
    const open = VISIT_STEPS.filter((visitStep) => visitStep !== 'close' && !stepsDone(state, coils)[visitStep]);
    const rows: [string, string][] = [
      ...POWER_STEPS.flatMap((step): [string, string][] => {
        const why = state.powerUp.done[step]?.why;
        return why ? [[`Sooner than usual: ${POWER_TABLE[step].name.toLowerCase()}`, why]] : [];
      }),
      ...state.lockoutSkips.map((skip): [string, string] => [
        `${POWER_SOURCE_NAMES[skip.value.source]}: ${LOCKOUT_TABLE[skip.value.step].name.toLowerCase()}`,
        `Left out by ${skip.by}, ${clockIn(zone, skip.at)}: ${skip.value.reason}`,
      ]),
      ...coils.flatMap((coil): [string, string][] => {
        const aside = state.skipped[coil.id];
        return aside ? [[coilName(coil), `Left out by ${aside.by}: ${aside.value}`]] : [];
      }),
      ...closingChecks(state, coils)
        .filter((line) => line.standing !== 'done')
        .map((line): [string, string] => [line.name, line.reason ? `Left open: ${line.reason}` : 'Open']),
      ...(open.length > 0
        ? [['Not gone through', open.map((visitStep) => VISIT_STEP_NAMES[visitStep]).join(', ')] as [string, string]]
        : []),
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
