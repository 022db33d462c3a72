import { Problem, PROBLEM_PREFIX, type ProblemName } from '@maul/contract/problems';
import {
  routes,
  type BodyOf,
  type ParamsOf,
  type QueryOf,
  type ResponseOf,
  type RouteName,
} from '@maul/contract/routes';
import { datesInWords } from '../ui/formats/show.ts';

/** The server answered, and said what was wrong. */
export class ApiProblem extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
  is(name: ProblemName): boolean {
    return this.problem.type === PROBLEM_PREFIX + name;
  }
}

/** The server did not answer at all. What was asked of it alone is not done; what this device keeps and sends later says so itself. */
export class Unreachable extends Error {
  constructor(writes = false) {
    super(
      writes
        ? 'The server does not answer, so nothing was sent. What you entered is still here: try again later.'
        : 'The server does not answer, and this device has no copy of what you asked for.',
    );
  }
}

/** A question to the server, as it was asked. */
export interface Asked {
  route: RouteName;
  params: Readonly<Record<string, string>>;
  query: Readonly<Record<string, unknown>>;
}

/** What answers for the server while it does not, and hears whether it does. */
export interface StandIn {
  keep: (asked: Asked, answer: unknown) => void;
  /** What the device has for a question; undefined where it has nothing. */
  find: (asked: Asked) => Promise<unknown>;
  heard: (answers: boolean) => void;
  /** How long a server may take before the device answers in its place, ms. */
  patience: () => number;
}
let standIn: StandIn | undefined;
/** Gives the server a stand-in. */
export const standsIn = (one: StandIn): void => {
  standIn = one;
};

interface CallOptions<N extends RouteName> {
  params?: ParamsOf<N>;
  query?: QueryOf<N>;
  body?: BodyOf<N>;
  signal?: AbortSignal;
}

const addressOf = (path: string, params: Record<string, string>, query: Record<string, unknown>): string => {
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const search = new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)])).toString();
  return search === '' ? filled : `${filled}?${search}`;
};

const readProblem = async (response: Response, writes: boolean): Promise<Problem> => {
  const parsed = Problem.safeParse(await response.json().catch(() => undefined));
  if (parsed.success) return parsed.data;
  if (response.status >= 500) throw new Unreachable(writes);
  return {
    type: `${PROBLEM_PREFIX}internal`,
    title: 'Something went wrong',
    status: response.status,
    detail: 'The server answered something that Maul does not understand.',
  };
};

const ask = async <N extends RouteName>(name: N, options: CallOptions<N>): Promise<ResponseOf<N>> => {
  const route = routes[name];
  const writes = route.verb === 'put' || route.verb === 'post';
  let response: Response;
  try {
    response = await fetch(addressOf(route.path, options.params ?? {}, options.query ?? {}), {
      method: route.verb.toUpperCase(),
      headers: writes ? { 'Content-Type': 'application/json' } : undefined,
      body: writes ? JSON.stringify(options.body ?? {}) : undefined,
      signal: options.signal,
      credentials: 'same-origin',
    });
  } catch (error) {
    if (options.signal?.aborted) throw error;
    throw new Unreachable(writes);
  }
  if (!response.ok) throw new ApiProblem(await readProblem(response, writes));
  return route.response.parse(await response.json()) as ResponseOf<N>;
};

/** Whether an error says that the server, or what it keeps, is away for now. */
export const isAway = (error: unknown): boolean =>
  error instanceof Unreachable || (error instanceof ApiProblem && error.is('database-away'));

const NOTHING = Symbol('nothing kept');

/**
 * Asks the server one thing of the contract. A question that it does not answer is answered by this device, where it kept an answer. Throws
 * ApiProblem or Unreachable.
 */
export const call = async <N extends RouteName>(
  name: N,
  options: CallOptions<N> = {},
): Promise<ResponseOf<N>> => {
  const asked: Asked = { route: name, params: options.params ?? {}, query: options.query ?? {} };
  const device = routes[name].verb === 'get' ? standIn : undefined;
  const found = async (): Promise<unknown> => (await device?.find(asked)) ?? NOTHING;
  let late: ReturnType<typeof setTimeout> | undefined;
  try {
    const answered = ask(name, options).then((answer) => {
      standIn?.heard(true);
      device?.keep(asked, answer);
      return answer;
    });
    if (!device) return await answered;
    // A network that neither answers nor refuses: the device answers meanwhile, and what comes later is kept.
    const waited = new Promise<unknown>((done) => {
      late = setTimeout(() => void found().then((kept) => kept !== NOTHING && done(kept)), device.patience());
    });
    return (await Promise.race([answered, waited])) as ResponseOf<N>;
  } catch (error) {
    if (error instanceof Unreachable) standIn?.heard(false);
    const kept = isAway(error) ? await found() : NOTHING;
    if (kept === NOTHING) throw error;
    return kept as ResponseOf<N>;
  } finally {
    clearTimeout(late);
  }
};

/** Sends a file as it is to an address. Throws ApiProblem or Unreachable. */
export const sendFile = async (address: string, file: Blob): Promise<unknown> => {
  const response = await fetch(address, {
    method: 'PUT',
    headers: { 'Content-Type': file.type === '' ? 'application/octet-stream' : file.type },
    body: file,
    credentials: 'same-origin',
  }).catch(() => {
    standIn?.heard(false);
    throw new Unreachable(true);
  });
  if (!response.ok) throw new ApiProblem(await readProblem(response, true));
  standIn?.heard(true);
  return response.json();
};

/** What to tell a person about anything that was thrown. */
export const sentenceOf = (error: unknown): string =>
  error instanceof ApiProblem || error instanceof Unreachable
    ? datesInWords(error.message)
    : 'Something went wrong here. Nothing was lost; please try again.';
