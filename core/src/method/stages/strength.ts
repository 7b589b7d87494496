import { commonPractice } from '../../because';
import { CoreError } from '../../errors';
import { gradeFacts } from '../../survey';
import type { Situation } from '../facts';
import type { Staged } from '../staged';
import type { ChemistryChoice } from './chemistry';

const LIGHTER = { heavy: ['heavy', 'medium', 'light'], medium: ['medium', 'light'], light: ['light'] } as const;

/**
 * Fifth stage: strength for the step of the chart: the label's figure; where the label is silent on that step, its next lighter figure; else the
 * chart's default. A cleaner that is not a concentrate is used as it is.
 * @param situation of the coil
 * @param chosen the cleaner and the row of the chart
 * @returns parts of water to one of concentrate; 0 straight; null without a cleaner
 * @throws CoreError missing `chart` when neither label nor chart has a figure
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).waterParts // 4
 */
export function strengthStage({ facts }: Situation, { cleaner, chart }: ChemistryChoice): Staged<number | null> {
  if (!cleaner) return { value: null, inputs: [], rules: [] };
  const source = { kind: 'label', name: `the label of ${cleaner.name}` } as const;
  const inputs = [
    { label: 'Worst grade', text: `${facts.grade} ${gradeFacts(facts.grade).name}` },
    { label: 'Cleaner', text: cleaner.name },
  ];
  if (cleaner.form !== 'concentrate')
    return { value: 0, inputs, rules: [{ id: 'strength.ready', because: 'Used as it comes, nothing is added.', source }] };
  const step = chart.strength ?? 'light';
  for (const candidate of LIGHTER[step]) {
    const figure = cleaner.chart[candidate];
    if (figure !== null)
      return { value: figure, inputs, rules: [{ id: `strength.label.${candidate}`, because: `The label’s ${candidate} mix.`, source }] };
  }
  if (chart.defaultWaterParts === null)
    throw new CoreError('missing', 'chart', `${cleaner.name} has no strength on its label and the chart has none to fall back on.`);
  return {
    value: chart.defaultWaterParts,
    inputs,
    rules: [
      { id: `strength.default.${step}`, because: 'The label gives no figure: the usual one for this grade.', source: commonPractice },
    ],
  };
}
