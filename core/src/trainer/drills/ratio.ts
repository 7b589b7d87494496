import { correctContents, endRatio, mixFor, pourAmounts, strengthReadings } from '../../mix';
import { formatRatio, formatVolume, LITRES_PER_GALLON } from '../../units';
import { choice, type DrillDraw, type DrillMaker } from './drill';

const PARTS = [3, 4, 6, 8, 10, 12, 15, 20] as const;
/** An answer may be off by so much of what is right: a jug's mark. */
const MARGIN = 0.03;

const jugs = ({ system }: DrillDraw): readonly number[] =>
  system === 'us' ? [0.5, 1, 2, 5].map((gallons) => gallons * LITRES_PER_GALLON) : [2, 4, 8, 20];

/** A phrase of a label, and every way to read it. */
const readings: DrillMaker = (draw) => {
  const ounces = draw.pick([4, 8, 12.8, 16, 32]);
  const phrase = draw.pick([
    `${ounces} fl oz per gallon`,
    `${ounces} fl oz per gallon of water`,
    `${ounces} fl oz per gallon of mix`,
    `1 part in ${draw.pick([5, 8, 11])}`,
    `${draw.pick(PARTS)}:1`,
    `${draw.pick([5, 10, 20])} %`,
  ]);
  const ways = strengthReadings(phrase);
  const text = (parts: readonly number[]) => parts.map((each) => `${formatRatio(each)}`).join(' or ');
  const right = ways.map(({ waterParts }) => waterParts);
  const first = right[0] ?? 1;
  const wrong = [
    [first + 1],
    [Math.max(0.5, first - 1)],
    right.length > 1 ? [first] : [first, Math.max(0.5, first - 1)],
    right.length > 1 ? [right[1] ?? first] : [first * 2],
  ];
  const seen = new Set([text(right)]);
  const others = wrong
    .map((parts) => text(parts))
    .filter((each) => !seen.has(each) && (seen.add(each), true))
    .map((each) => ({ id: each, text: each }));
  return {
    skill: 'ratio.readings',
    ask: `A label says “${phrase}”. Water to one of concentrate: what may it mean?`,
    facts: [],
    drawing: null,
    answer: choice(draw, { id: text(right), text: text(right) }, others),
    because: ways.map((way) => `${formatRatio(way.waterParts)}: ${way.readAs}.`),
  };
};

const amounts: DrillMaker = (draw) => {
  const [waterParts, totalL] = [draw.pick(PARTS), draw.pick(jugs(draw))];
  const { concentrateL, waterL } = mixFor({ waterParts, totalL });
  return {
    skill: 'ratio.amounts',
    ask: `You need ${formatVolume(totalL, draw.system)} of mix at ${formatRatio(waterParts)}. How much concentrate goes in?`,
    facts: [],
    drawing: null,
    answer: { type: 'amount', quantity: 'volume', right: concentrateL, within: concentrateL * MARGIN, unit: 'of concentrate' },
    because: [
      `${formatRatio(waterParts)} is ${waterParts} of water to one of concentrate: ${waterParts + 1} parts in all.`,
      `One of ${waterParts + 1} parts is ${formatVolume(concentrateL, draw.system)}; the other ${waterParts} are ${formatVolume(waterL, draw.system)} of water.`,
    ],
  };
};

const compound: DrillMaker = (draw) => {
  const [inside, dial] = [draw.pick([2, 3, 5]), draw.pick([3, 4, 7, 10])];
  const right = endRatio({ reservoirConcentrateL: 1, reservoirTotalL: inside + 1, dialWaterParts: dial });
  const options = [right, inside + dial, inside * dial, dial].map((parts) => formatRatio(parts));
  const unique = [...new Set(options)].slice(1).map((text) => ({ id: text, text }));
  return {
    skill: 'ratio.compound',
    ask: `The reservoir holds a mix of ${formatRatio(inside)}; the gun’s dial stands at ${formatRatio(dial)}. What reaches the coil?`,
    facts: [],
    drawing: null,
    answer: choice(draw, { id: options[0]!, text: options[0]! }, unique),
    because: [
      `Parts multiply, not ratios: the reservoir is ${inside + 1} parts for one of concentrate, the dial makes ${dial + 1} of each of them.`,
      `${inside + 1} × ${dial + 1} = ${(inside + 1) * (dial + 1)} parts, one of them concentrate: ${formatRatio(right)}.`,
    ],
  };
};

const correction: DrillMaker = (draw) => {
  const target = draw.pick([4, 6, 8, 10]);
  const strong = draw.random() < 0.5;
  const step = draw.system === 'us' ? LITRES_PER_GALLON / 128 : 0.05;
  const waterL = draw.pick(jugs(draw).slice(0, 3));
  const exactL = waterL / target;
  const concentrateL = Math.max(step, Math.round((exactL * (strong ? 1.5 : 0.6)) / step) * step);
  const { add, addL } = correctContents({ concentrateL, waterL, targetWaterParts: target });
  const what = add === 'water' ? 'water' : 'concentrate';
  return {
    skill: 'ratio.correction',
    ask: `${formatVolume(concentrateL, draw.system)} of concentrate went into ${formatVolume(waterL, draw.system)} of water; the label wants ${formatRatio(target)}. How much ${what} puts it right?`,
    facts: [],
    drawing: null,
    answer: { type: 'amount', quantity: 'volume', right: addL, within: Math.max(addL * MARGIN, step), unit: `of ${what}` },
    because:
      add === 'water'
        ? [`It is too strong. ${target} times the concentrate is what it wants of water; less what is there already.`]
        : [`It is too weak. A ${target}th of the water is what it wants of concentrate; less what is there already.`],
  };
};

const fill: DrillMaker = (draw) => {
  const [waterParts, capacityL] = [draw.pick(PARTS), draw.pick(jugs(draw).slice(1, 3))];
  const pour = pourAmounts({ waterParts, totalL: capacityL * 0.8, system: draw.system, capacityL });
  const stepL = draw.system === 'us' ? LITRES_PER_GALLON / 64 : 0.05;
  return {
    skill: 'ratio.fill',
    ask: `Concentrate goes in first. To which level, for ${formatVolume(pour.totalL, draw.system)} of mix at ${formatRatio(waterParts)}?`,
    facts: [{ label: 'The jug holds', quantity: { kind: 'volume', litres: capacityL } }],
    drawing: null,
    answer: { type: 'level', holdsL: capacityL, stepL, right: pour.totalL / (waterParts + 1), within: stepL * 1.01 },
    because: [
      `One of ${waterParts + 1} parts of ${formatVolume(pour.totalL, draw.system)} is ${formatVolume(pour.totalL / (waterParts + 1), draw.system)}.`,
      'Then water to the whole.',
    ],
  };
};

export const RATIO: readonly DrillMaker[] = [readings, amounts, compound, correction, fill];
