import type { CoilRecord } from '@elm-mist/contract';
import { questionsFor, type CoilAnswers, type Configuration, type Question, type UnitSystem } from '@elm-mist/core';
import { useDraft } from '@/data';
import { AnyOf, Field, Heading, Label, OneOf, Part, Tick } from '@/ui';
import { EDGES, showFigure, toSi } from '../shared/figures';

const PART_NAMES: Record<Question['part'], string> = {
  access: 'Getting at it',
  state: 'What else shows',
  drain: 'Pan and drain',
  around: 'Around it',
};

type FigureQuestion = Extract<Question, { kind: 'figure' }>;

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
  const [text, keep] = useDraft(draftKey, () => showFigure(question.edge, value, system));
  const si = toSi(question.edge, text, system);
  const empty = text.trim() === '';
  const fits = si >= question.min - 1e-9 && si <= question.max + 1e-9;
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
        keep(next);
        const typed = toSi(question.edge, next, system);
        onChange(typed >= question.min - 1e-9 && typed <= question.max + 1e-9 ? typed : null);
      }}
      testID={`answer-${question.id}`}
    />
  );
}

/** The questions that can apply to this coil, and no others. Nothing has to be answered. */
export function QuestionList({
  coil,
  configuration,
  answers,
  onChange,
  system,
  draftKey,
}: {
  coil: CoilRecord;
  configuration: Configuration;
  answers: CoilAnswers;
  onChange: (answers: CoilAnswers) => void;
  system: UnitSystem;
  draftKey: string;
}) {
  const questions = questionsFor(coil, configuration);
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
