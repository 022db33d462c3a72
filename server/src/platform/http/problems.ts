import { PROBLEM_PREFIX, PROBLEMS, type Problem, type ProblemName } from '@maul/contract/problems';
import type { z } from 'zod';

/** Seconds to wait where nobody knows it better. */
const RETRY_AFTER: Partial<Record<ProblemName, number>> = { 'too-many-tries': 60, 'database-away': 3 };

/** A failure that a person can be told about: a stable type, and a sentence that says what happened and what was kept. */
export class ProblemError extends Error {
  readonly problem: ProblemName;
  readonly extra: Partial<Pick<Problem, 'current' | 'changed' | 'errors'>>;
  /** Seconds after which it may be tried again, where that is known. */
  readonly retryAfter: number | undefined;
  constructor(
    problem: ProblemName,
    sentence: string,
    extra: Partial<Pick<Problem, 'current' | 'changed' | 'errors'>> = {},
    retryAfter?: number,
  ) {
    super(sentence);
    this.problem = problem;
    this.extra = extra;
    this.retryAfter = retryAfter ?? RETRY_AFTER[problem];
  }
}

const TITLES: Record<ProblemName, string> = {
  invalid: 'That cannot be right',
  'not-signed-in': 'Not signed in',
  'signed-out': 'Signed out everywhere',
  'wrong-sign-in': 'Email or password is wrong',
  'second-factor': 'A code is needed too',
  'not-found': 'Not found',
  stale: 'Changed elsewhere',
  'id-taken': 'This id is in use',
  'too-many-tries': 'Too many tries',
  'too-large': 'Too large',
  'foreign-origin': 'From another site',
  'past-date': 'The past stays as it was',
  'caution-x': 'Maul does not keep this plan',
  'caution-unconfirmed': 'A caution waits for you',
  'too-early': 'The second confirmation comes later',
  lapsed: 'A confirmation has lapsed',
  'not-allowed': 'Not yours to change',
  'disk-full': 'The disk is full',
  'database-away': 'The database does not answer',
  internal: 'Something went wrong',
};

export const toProblem = (error: ProblemError): Problem => ({
  type: PROBLEM_PREFIX + error.problem,
  title: TITLES[error.problem],
  status: PROBLEMS[error.problem],
  detail: error.message,
  ...error.extra,
});

/** A refused request, with the first reason as the sentence and every reason listed. */
export const invalid = (error: z.ZodError): ProblemError => {
  const errors = error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }));
  return new ProblemError(
    'invalid',
    `${errors[0]?.message ?? 'The request is not understood.'} Nothing was changed.`,
    { errors },
  );
};

const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
  // A server that has just become a standby takes no writes: the next try reaches the other one.
  '25006',
  '53300',
]);

const codeOf = (error: unknown): string =>
  error !== null && typeof error === 'object' && 'code' in error ? String(error.code) : '';

/** Turns whatever was thrown into a problem. Only the sentences made here ever leave the server. */
export const asProblem = (error: unknown): ProblemError => {
  if (error instanceof ProblemError) return error;
  const code = codeOf(error);
  const text = error instanceof Error ? error.message : '';
  if (code === '53100')
    return new ProblemError(
      'disk-full',
      'The server has no room left, so this was not saved. It stays on your device and is sent again.',
    );
  if (
    AWAY.has(code) ||
    code.startsWith('08') ||
    /Connection terminated|timeout exceeded when trying to connect/i.test(text)
  )
    return new ProblemError(
      'database-away',
      'The database does not answer, so this was not saved. It stays on your device and is sent again.',
    );
  if (code === '42501')
    return new ProblemError('not-allowed', 'This is not yours to change. Nothing was changed.');
  if (code === '23503')
    return new ProblemError('not-found', 'What this belongs to is not there. Nothing was changed.');
  if (code === '23505')
    return new ProblemError('id-taken', 'There is one of these already. Nothing was overwritten.');
  if (error !== null && typeof error === 'object' && 'type' in error) {
    if (error.type === 'entity.too.large')
      return new ProblemError('too-large', 'The request is too large. Nothing was changed.');
    if (error.type === 'entity.parse.failed')
      return new ProblemError('invalid', 'The request is not JSON. Nothing was changed.');
  }
  // What Express itself refuses: a file that is not there, a path that leads out of the folder, a broken escape.
  if (error !== null && typeof error === 'object' && 'status' in error) {
    const status = Number(error.status);
    if (status === 404 || status === 403) return new ProblemError('not-found', 'There is no such address.');
    if (status >= 400 && status < 500)
      return new ProblemError('invalid', 'The request is not understood. Nothing was changed.');
  }
  return new ProblemError(
    'internal',
    'Something went wrong on the server. Nothing was changed; please try again.',
  );
};
