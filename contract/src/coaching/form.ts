import { z } from 'zod';
import { Id, Moment, Name, ShortId, text } from '../common.ts';
import { ProtocolVersion } from '../plan/index.ts';

export const MOST_QUESTIONS = 12;

/** What a coach asks with every week: a mark from 1 to 5, a number, yes or no, or words. */
export const FormQuestion = z.strictObject({
  id: ShortId(60),
  text: text({ min: 1, max: 200, empty: 'A question asks something.' }),
  answer: z.enum(['mark', 'number', 'yes', 'words']),
  /** Of a number: cm, hours. */
  unit: text({ max: 20 }),
});
export type FormQuestion = z.infer<typeof FormQuestion>;

/** What was answered; a question that was left open is not in it. */
export const FormAnswer = z
  .strictObject({
    ...FormQuestion.shape,
    value: z.union([
      z.number().min(-1_000_000).max(1_000_000),
      z.boolean(),
      text({ min: 1, max: 1000, lines: true }),
    ]),
  })
  .refine(
    ({ answer, value }) =>
      answer === 'mark'
        ? typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= 5
        : typeof value === { number: 'number', yes: 'boolean', words: 'string' }[answer],
    'The answer does not go with its question.',
  );
export type FormAnswer = z.infer<typeof FormAnswer>;

const questions = z.array(FormQuestion).max(MOST_QUESTIONS);

/** Gives an athlete the questions of a week, from now on; none takes them away. */
export const GiveForm = z.strictObject({
  name: Name,
  questions,
  protocol: ProtocolVersion.nullable().default(null),
});

/** The questions that go with a week now, and who asks them. */
export const GivenForm = z.strictObject({
  id: Id,
  name: z.string(),
  questions,
  givenBy: Id,
  givenByName: z.string(),
  givenAt: Moment,
});
export type GivenForm = z.infer<typeof GivenForm>;
export const FormInForce = z.strictObject({ form: GivenForm.nullable() });
