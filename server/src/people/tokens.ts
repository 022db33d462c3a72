import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { did } from './door.ts';
import { addToken, MOST_TOKENS, revokeToken, tokensOf } from './store/tokens.ts';

/** Tokens by which a person's own programs come in. */
export const mountTokens = (router: Router, house: Services): void => {
  mount(router, house, 'tokens', async ({ signed }) => ({
    tokens: await tokensOf(house.accounts, signed().personId),
  }));

  mount(router, house, 'makeToken', async ({ params, body, req, signed }) => {
    const { personId } = signed();
    if ((await tokensOf(house.accounts, personId)).length >= MOST_TOKENS)
      throw new ProblemError(
        'too-large',
        `There are ${MOST_TOKENS} tokens at most. End one that is not used; nothing was made.`,
      );
    const made = await addToken(house.accounts, personId, params.id, {
      ...body,
      scopes: [...new Set(body.scopes)],
    });
    if (!made)
      throw new ProblemError(
        'id-taken',
        'This token was made already and is shown once. End it and make another.',
      );
    await did(house, req, personId, 'token-made');
    return made;
  });

  mount(router, house, 'revokeToken', async ({ params, req, signed }) => {
    const { numUpdatedRows } = (await revokeToken(house.accounts, signed().personId, params.id))[0] ?? {};
    if (numUpdatedRows) await did(house, req, signed().personId, 'token-revoked');
    return {};
  });
};
