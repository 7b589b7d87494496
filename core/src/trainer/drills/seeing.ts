import { CONSTRUCTION_TABLE, CONSTRUCTIONS, type Construction } from '../../equipment';
import { GRADE_TABLE, GRADES, SOILS, type Grade } from '../../survey';
import { newPack } from '../finPack';
import { PRACTICE_CASES } from '../practiceCase';
import { lightPct, lightGrade, lightPicture } from '../sight';
import { choice, type DrillMaker } from './drill';

/** So near to a border, percent of the light, both grades are taken. */
const BORDER = 4;

const gradeText = (grade: Grade) => `${grade} ${GRADE_TABLE[grade]?.name ?? ''}`;

const flashlight: DrillMaker = (draw) => {
  const grade = draw.pick(GRADES);
  const given = { ...PRACTICE_CASES[0]!, grade, soils: [draw.pick(SOILS)], rows: draw.pick([1, 2, 3] as const) };
  const pack = newPack(given, draw.seed);
  const pct = lightPct(pack);
  const right = lightGrade(pack);
  const also = GRADES.filter((other) => {
    const [least, most] = GRADE_TABLE[other]!.lightPct;
    return other !== right && pct > least - BORDER && pct < most + BORDER;
  }).map(String);
  return {
    skill: `torch.grade-${grade}`,
    ask: 'A torch stands behind this face. Which grade is it?',
    facts: [],
    drawing: {
      is: 'torch',
      columns: pack.columns,
      lines: pack.lines,
      light: Array.from(lightPicture(pack), (light) => Math.round(light * 255)),
      words: `${Math.round(pct)} of 100 parts of the light come through, unevenly over the face.`,
    },
    answer: {
      type: 'choice',
      options: GRADES.map((each) => ({ id: String(each), text: gradeText(each) })),
      right: String(right),
      also,
    },
    because: [
      `${Math.round(pct)} % of the light comes through.`,
      `Grade ${gradeText(right)}: ${GRADE_TABLE[right]?.light ?? ''}; ${GRADE_TABLE[right]?.mat ?? ''}.`,
    ],
  };
};

const KNOWN = CONSTRUCTIONS.filter((each): each is Exclude<Construction, 'unknown'> => each !== 'unknown');

const construction: DrillMaker = (draw) => {
  const right = draw.pick(KNOWN);
  const facts = CONSTRUCTION_TABLE[right];
  const others = draw
    .shuffled(KNOWN.filter((each) => each !== right))
    .slice(0, 3)
    .map((id) => ({ id, text: CONSTRUCTION_TABLE[id].name }));
  return {
    skill: `construction.${right}`,
    ask: 'What is this coil made of?',
    facts: [],
    drawing: { is: 'construction', construction: right, words: facts.howToKnow },
    answer: choice(draw, { id: right, text: facts.name }, others),
    because: [`${facts.name}: ${facts.howToKnow.charAt(0).toLowerCase()}${facts.howToKnow.slice(1)}.`, `${facts.handling}.`],
  };
};

export const FLASHLIGHT: readonly DrillMaker[] = [flashlight];
export const CONSTRUCTION: readonly DrillMaker[] = [construction];
