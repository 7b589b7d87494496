import type { CoilRecord } from '@elm-mist/contract';
import type { Configuration } from '@elm-mist/core/equipment';
import { questionsFor, type ArrivalHazard, type CoilAnswers, type Question } from '@elm-mist/core/survey';
import { EDGES, retype, showFigure, toSi, type UnitSystem } from '@elm-mist/core/units';
import { useDraft } from '@/data';
import { AnyOf, Field, Heading, Label, OneOf, Part, Small, Tick } from '@/ui';

const PART_NAMES: Record<Question['part'], string> = {
  access: 'Getting at it',
  state: 'What else shows',
  drain: 'Pan and drain',
  around: 'Around it',
};

type FigureQuestion = Extract<Question, { kind: 'figure' }>;

const inside = (si: number, { min, max }: FigureQuestion): boolean => si >= min - 1e-9 && si <= max + 1e-9;

function FigureAnswer({
  question,
  value,
  onChange,
  system,
  draftKey,
}: {
  question: FigureQuestion;
  value: number | null;
  onChange: (value: number | null) => void;
  system: UnitSystem;
  draftKey: string;
}) {
  const [typed, keep] = useDraft<{ text: string; units: UnitSystem } | null>(`${draftKey}.typed`, () => null);
  const shown = showFigure(question.edge, value, system);
  // What was typed stands as long as it is the figure that is kept, or none yet; a figure changed elsewhere is shown as it is now.
  const read = typed ? toSi(question.edge, typed.text, typed.units) : NaN;
  const stands = typed !== null && (value === null ? !inside(read, question) && typed.text.trim() !== '' : Math.abs(read - value) < 1e-9);
  const text = stands ? retype(question.edge, typed.text, typed.units, system) : shown;
  const si = toSi(question.edge, text, system);
  const empty = text.trim() === '';
  const fits = inside(si, question);
  const error =
    empty || fits
      ? undefined
      : `${question.label}: a number from ${showFigure(question.edge, question.min, system)} to ${showFigure(question.edge, question.max, system)} ${EDGES[question.edge].unit[system]}.`;
  return (
    <Field
      label={question.label}
      unit={EDGES[question.edge].unit[system]}
      value={text}
      error={error}
      {...(question.help ? { help: question.help } : {})}
      keyboard="decimal-pad"
      onChange={(next) => {
        keep({ text: next, units: system });
        const figure = toSi(question.edge, next, system);
        onChange(inside(figure, question) ? figure : null);
      }}
      testID={`answer-${question.id}`}
    />
  );
}

/** The questions that can apply to this coil, and no others. Nothing has to be answered. */
export function QuestionList({
  coil,
  configuration,
  hazards,
  answers,
  onChange,
  system,
  draftKey,
}: {
  coil: CoilRecord;
  configuration: Configuration;
  /** Met on arrival: some questions hang on it. */
  hazards: readonly ArrivalHazard[];
  answers: CoilAnswers;
  onChange: (answers: CoilAnswers) => void;
  system: UnitSystem;
  draftKey: string;
}) {
  const questions = questionsFor(coil, configuration, hazards, answers);
  const parts = (Object.keys(PART_NAMES) as Question['part'][]).filter((part) => questions.some((question) => question.part === part));
  const set = (id: Question['id'], value: unknown) => onChange({ ...answers, [id]: value });
  const ask = (question: Question) => {
    const value = answers[question.id];
    switch (question.kind) {
      case 'yes':
        return (
          <Tick
            key={question.id}
            label={question.label}
            {...(question.help ? { help: question.help } : {})}
            value={value === true}
            onChange={(next) => set(question.id, next)}
          />
        );
      case 'words':
        return <Field key={question.id} label={question.label} value={value as string} onChange={(next) => set(question.id, next)} />;
      case 'one':
        return (
          <Part key={question.id} first title={<Label>{question.label}</Label>}>
            {question.help ? <Small ink="inkSoft">{question.help}</Small> : null}
            <OneOf label={question.label} options={question.options} value={value as string} onChange={(next) => set(question.id, next)} />
          </Part>
        );
      case 'any':
        return (
          <Part key={question.id} first title={<Label>{question.label}</Label>}>
            <AnyOf
              label={question.label}
              options={question.options}
              value={value as string[]}
              onChange={(next) => set(question.id, next)}
            />
          </Part>
        );
      case 'figure':
        return (
          <FigureAnswer
            key={question.id}
            question={question}
            value={value as number | null}
            onChange={(next) => set(question.id, next)}
            system={system}
            draftKey={`${draftKey}.${question.id}`}
          />
        );
    }
  };
  return (
    <>
      {parts.map((part) => (
        <Part key={part} title={<Heading>{PART_NAMES[part]}</Heading>}>
          {questions.filter((question) => question.part === part).map(ask)}
        </Part>
      ))}
    </>
  );
}
