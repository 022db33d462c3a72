import type { BodyOf, ResponseOf } from '@maul/contract/routes';
import { isDeepStrictEqual } from 'node:util';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { ProblemError } from '../../platform/http/problems.ts';
import { addProtocol, protocolsOf, protocolVersion } from '../store/protocols.ts';

/** Writes the next version of a protocol; the same one twice is one. */
export const putProtocol = async (
  trx: AppTransaction,
  coachId: string,
  id: string,
  { base, name, document, retired }: BodyOf<'putProtocol'>,
): Promise<ResponseOf<'putProtocol'>> => {
  const there = await protocolVersion(trx, coachId, id);
  const version = base + 1;
  const answer = async (): Promise<ResponseOf<'putProtocol'>> => {
    const [kept] = await protocolsOf(trx, coachId, id);
    return kept ?? { id, version, name, document, writtenAt: new Date().toISOString(), runs: [] };
  };
  if (
    there &&
    there.version === version &&
    isDeepStrictEqual({ ...there }, { version, name, document, retired })
  )
    return answer();
  const stale = new ProblemError(
    'stale',
    'This protocol was changed elsewhere in the meantime. Nothing was overwritten.',
  );
  if ((there?.version ?? 0) !== base) throw stale;
  if (!(await addProtocol(trx, coachId, id, { version, name, document, retired }))) throw stale;
  return answer();
};
