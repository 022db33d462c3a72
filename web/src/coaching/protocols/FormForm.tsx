import { type FormQuestion, MOST_QUESTIONS, type ProtocolDocument } from '@maul/contract/coaching';
import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { WordField } from '../../ui/fields/WordField.tsx';
import { type FormProps, Frame } from './Frame.tsx';

const ANSWERS = [
  ['mark', 'a mark, 1 to 5'],
  ['number', 'a number'],
  ['yes', 'yes or no'],
  ['words', 'words'],
] as const satisfies readonly (readonly [FormQuestion['answer'], string])[];

const fresh = (): FormQuestion => ({ id: uuidv7(), text: '', answer: 'mark', unit: '' });

/** What a coach asks with every week. */
export const FormForm = ({ one, onDone }: FormProps) => {
  const [questions, setQuestions] = useState<readonly FormQuestion[]>(
    one?.document.kind === 'form' ? one.document.questions : [fresh()],
  );
  const put = (id: string, change: Partial<FormQuestion>): void =>
    setQuestions((all) => all.map((q) => (q.id === id ? { ...q, ...change } : q)));
  const asked = questions.filter((q) => q.text.trim() !== '');
  return (
    <Frame
      one={one}
      onDone={onDone}
      about="Asked beside the athlete’s words when they send a week, and kept in it as it was answered. Nothing has to be answered. Weight, sleep, hunger and the looks are in every week already."
      documentOf={(reason): ProtocolDocument | null =>
        asked.length === 0
          ? null
          : { kind: 'form', questions: asked.map((q) => ({ ...q, text: q.text.trim() })), reason }
      }
    >
      <ol className="protocol-parts" aria-label="Questions of the form">
        {questions.map((q, i) => (
          <li key={q.id} className="protocol-question">
            <TextField
              label={`Question ${i + 1}`}
              value={q.text}
              onChange={(e) => put(q.id, { text: e.target.value })}
              slotProps={{ htmlInput: { maxLength: 200 } }}
            />
            <WordField
              label="Answered by"
              value={q.answer}
              options={ANSWERS}
              onChange={(answer) => put(q.id, { answer, unit: answer === 'number' ? q.unit : '' })}
            />
            {q.answer === 'number' && (
              <TextField
                label="Unit"
                value={q.unit}
                onChange={(e) => put(q.id, { unit: e.target.value })}
                slotProps={{ htmlInput: { maxLength: 20 } }}
              />
            )}
            <IconButton
              size="small"
              aria-label={`Take out question ${i + 1}`}
              disabled={questions.length === 1}
              onClick={() => setQuestions((all) => all.filter((other) => other.id !== q.id))}
            >
              <Close fontSize="inherit" />
            </IconButton>
          </li>
        ))}
      </ol>
      <p className="button-line">
        <Button
          size="small"
          disabled={questions.length >= MOST_QUESTIONS}
          onClick={() => setQuestions((all) => [...all, fresh()])}
        >
          Another question
        </Button>
      </p>
    </Frame>
  );
};
