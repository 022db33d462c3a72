import type { FormAnswer, FormQuestion, GivenForm } from '@maul/contract/coaching';
import { saidText } from '@maul/core/coaching';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { NumberField } from '../../ui/fields/NumberField.tsx';

/** Answers while they are given, by question. */
export type SaidDraft = Readonly<Record<string, FormAnswer['value']>>;

const fits = ({ answer }: FormQuestion, value: FormAnswer['value'] | undefined): boolean =>
  typeof value === { mark: 'number', number: 'number', yes: 'boolean', words: 'string' }[answer] &&
  value !== '';

/** What goes along with the week: every question that was answered, with its words as they were asked. */
export const saidOf = (questions: readonly FormQuestion[], said: SaidDraft): FormAnswer[] =>
  questions.flatMap((question) => {
    const value = said[question.id];
    return value !== undefined && fits(question, value) ? [{ ...question, value }] : [];
  });

const MARKS = [1, 2, 3, 4, 5] as const;

const Field = ({
  question,
  value,
  onChange,
}: {
  question: FormQuestion;
  value: FormAnswer['value'] | undefined;
  onChange: (value: FormAnswer['value'] | undefined) => void;
}) => {
  const { answer, text, unit } = question;
  if (answer === 'number')
    return (
      <NumberField
        label={unit === '' ? text : `${text} (${unit})`}
        value={typeof value === 'number' ? value : null}
        onChange={onChange}
        onEmpty={() => onChange(undefined)}
        min={-1_000_000}
        max={1_000_000}
      />
    );
  if (answer === 'words')
    return (
      <TextField
        label={text}
        value={typeof value === 'string' ? value : ''}
        onChange={(e) => onChange(e.target.value === '' ? undefined : e.target.value)}
        multiline
        slotProps={{ htmlInput: { maxLength: 1000 } }}
      />
    );
  const choices: readonly (readonly [string, FormAnswer['value']])[] =
    answer === 'mark'
      ? MARKS.map((mark) => [String(mark), mark] as const)
      : [
          ['Yes', true],
          ['No', false],
        ];
  return (
    <div className="form-choice">
      <span id={`q-${question.id}`}>{text}</span>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-labelledby={`q-${question.id}`}
        value={value ?? null}
        onChange={(_, next: FormAnswer['value'] | null) => onChange(next ?? undefined)}
      >
        {choices.map(([name, one]) => (
          <ToggleButton key={name} value={one}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
};

/** What the coach asks with every week. Nothing has to be answered. */
export const FormFields = ({
  form,
  said,
  onChange,
}: {
  form: GivenForm;
  said: SaidDraft;
  onChange: (said: SaidDraft) => void;
}) => (
  <section className="rows week-form" aria-label={`${form.givenByName} asks`}>
    <h3 className="panel-title">{form.givenByName} asks</h3>
    {form.questions.map((question) => (
      <Field
        key={question.id}
        question={question}
        value={said[question.id]}
        onChange={(value) => {
          const { [question.id]: _before, ...rest } = said;
          onChange(value === undefined ? rest : { ...rest, [question.id]: value });
        }}
      />
    ))}
    <p className="second">1 is little, 5 is much. Nothing has to be answered.</p>
  </section>
);

/** What was answered, with the answer of the week before beside it. */
export const Said = ({
  said = [],
  before = [],
}: {
  said?: readonly FormAnswer[] | undefined;
  before?: readonly FormAnswer[] | undefined;
}) =>
  said.length === 0 ? null : (
    <dl className="week-said" aria-label="Asked with every week">
      {said.map((one) => {
        const then = before.find((b) => b.id === one.id && b.answer === one.answer);
        return (
          <div key={one.id}>
            <dt>{one.text}</dt>
            <dd>
              <b>{saidText(one)}</b>
              {then && then.value !== one.value && one.answer !== 'words' && (
                <span className="second"> {saidText(then)} the week before</span>
              )}
            </dd>
          </div>
        );
      })}
    </dl>
  );
