import { FILE_PIECE, FoodImport, IMPORT_FILE, type FoodImport as Import } from '@maul/contract/foods';
import { Problem, PROBLEM_PREFIX } from '@maul/contract/problems';
import { ApiProblem, call, Unreachable } from '../../data/api.ts';

const sendPiece = async (athleteId: string, id: string, offset: number, piece: Blob): Promise<Import> => {
  const address = IMPORT_FILE.replace(':athleteId', athleteId).replace(':id', id);
  let response: Response;
  try {
    response = await fetch(`${address}?offset=${offset}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: piece,
      credentials: 'same-origin',
    });
  } catch {
    throw new Unreachable(true);
  }
  const body: unknown = await response.json().catch(() => undefined);
  if (response.ok) return FoodImport.parse(body);
  const problem = Problem.safeParse(body);
  if (!problem.success) throw new Unreachable(true);
  throw new ApiProblem(problem.data);
};

/**
 * Sends a file in pieces, from where it has arrived up to: sent again after an interruption it goes on and repeats nothing. `onPart` is told
 * the part that is there, 0 to 1. Throws ApiProblem or Unreachable; what has arrived stays.
 */
export const sendFile = async (
  athleteId: string,
  id: string,
  file: Blob & { name: string },
  onPart: (part: number) => void,
): Promise<Import> => {
  let now = await call('putImport', {
    params: { athleteId, id },
    body: { fileName: file.name.slice(-200), bytes: file.size },
  });
  while (now.state === 'receiving') {
    onPart(now.received / file.size);
    try {
      now = await sendPiece(athleteId, id, now.received, file.slice(now.received, now.received + FILE_PIECE));
    } catch (error) {
      const current =
        error instanceof ApiProblem && error.problem.type === `${PROBLEM_PREFIX}stale`
          ? FoodImport.safeParse(error.problem.current)
          : undefined;
      if (!current?.success) throw error;
      now = current.data;
    }
  }
  onPart(1);
  return now;
};
