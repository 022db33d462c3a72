import { isOrder, type Protocol, type ProtocolFor } from '@maul/contract/coaching';
import { call, sentenceOf } from '../../data/api.ts';

/** What of a trial was shown before it was signed. */
const shown = ({ fault, aims, notes, lines, cautions }: ProtocolFor): string =>
  JSON.stringify([fault, aims, notes, lines, cautions]);

/** The season that this protocol makes for one athlete now, and the revision that it is made from. */
export const laidFor = async (one: Protocol, athleteId: string): Promise<ProtocolFor | undefined> =>
  (await call('tryProtocol', { body: { document: one.document, athletes: [athleteId] } })).athletes[0];

const CHANGED = 'Their plan has changed since this was shown. Nothing was signed; look again.';

/** Signs what a protocol is for one athlete, under an id of its own: pressed again it is the same. Answers what became of it, in words. */
export const signFor = async (one: Protocol, row: ProtocolFor, id: string): Promise<string> => {
  const { document, version, name } = one;
  const protocol = { id: one.id, version };
  const params = { athleteId: row.athleteId, id };
  const { reason } = document;
  try {
    if (isOrder(document)) {
      if (!row.order) return CHANGED;
      const { macro } = document;
      await call('signOrder', {
        params,
        body: { ...row.order, until: null, macro, lever: null, reason, confirmed: [], protocol },
      });
    } else if (document.kind === 'form') {
      await call('giveForm', { params, body: { name, questions: document.questions, protocol } });
    } else {
      const now = await laidFor(one, row.athleteId);
      if (!now?.season || shown(now) !== shown(row)) return CHANGED;
      await call('putSeason', { params, body: { ...now.season, reason, confirmed: [], protocol } });
    }
    return 'signed';
  } catch (fault) {
    return sentenceOf(fault);
  }
};
