import { verifyAuthenticationResponse, verifyRegistrationResponse } from '@simplewebauthn/server';
import type { Request, Router } from 'express';
import { mount, settingsOf, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { deviceOf, did, prover } from './door.ts';
import { describeSession, setCookie } from './session.ts';
import { openSession, personById } from './store/accounts.ts';
import {
  dropPasskey,
  keepPasskey,
  newChallenge,
  passkeyById,
  passkeysOf,
  passkeyUsed,
  spendChallenge,
} from './store/passkeys.ts';

/** A passkey holds for a name, never for an address in figures. Source: Web Authentication Level 3, 5.1.2. */
const nameOf = (req: Request): { rpId: string; origin: string } => {
  const { publicUrl } = settingsOf(req);
  const typed = `http://${req.headers.host ?? ''}`;
  const here = publicUrl ?? (URL.canParse(typed) ? new URL(typed) : undefined);
  if (!here || (publicUrl === undefined && here.hostname !== 'localhost'))
    throw new ProblemError('not-allowed', 'Passkeys need a name: open Maul as http://localhost instead.');
  return { rpId: here.hostname, origin: here.origin };
};

/** The challenge that an authenticator says it answers. */
const challengeIn = (clientDataJSON: string): string => {
  try {
    const { challenge } = JSON.parse(Buffer.from(clientDataJSON, 'base64url').toString()) as {
      challenge?: unknown;
    };
    return typeof challenge === 'string' ? challenge : '';
  } catch {
    return '';
  }
};

/** Whatever an authenticator's answer lacks is one thing to whoever sent it. */
const verified = async <T extends { verified: boolean }>(
  check: () => Promise<T>,
  refusal: ProblemError,
): Promise<T> => {
  const result = await check().catch(() => undefined);
  if (!result?.verified) throw refusal;
  return result;
};

export const mountPasskeys = (router: Router, house: Services): void => {
  const db = house.accounts;
  const prove = prover(house);

  mount(router, house, 'offerPasskey', async ({ body, req, signed }) => {
    const { personId } = signed();
    const { rpId } = nameOf(req);
    await prove(req, personId, body.present);
    return {
      challenge: await newChallenge(db, personId),
      rpId,
      userId: Buffer.from(personId).toString('base64url'),
      exclude: (await passkeysOf(db, personId)).map((key) => key.id),
    };
  });

  mount(router, house, 'addPasskey', async ({ body, req, signed }) => {
    const { personId } = signed();
    const { rpId, origin } = nameOf(req);
    const challenge = challengeIn(body.clientDataJSON);
    const refusal = new ProblemError('invalid', 'This passkey could not be checked. Nothing was added.');
    if (!(await spendChallenge(db, challenge, personId))) throw refusal;
    const { registrationInfo } = await verified(
      () =>
        verifyRegistrationResponse({
          response: {
            id: body.id,
            rawId: body.id,
            type: 'public-key',
            clientExtensionResults: {},
            response: { clientDataJSON: body.clientDataJSON, attestationObject: body.attestationObject },
          },
          expectedChallenge: challenge,
          expectedOrigin: origin,
          expectedRPID: rpId,
          requireUserVerification: true,
        }),
      refusal,
    );
    if (!registrationInfo) throw refusal;
    const { id, publicKey, counter } = registrationInfo.credential;
    if (!(await keepPasskey(db, { id, personId, publicKey, counter, name: body.name }))) throw refusal;
    await did(house, req, personId, 'passkey-made');
    return {};
  });

  mount(router, house, 'removePasskey', async ({ params, req, signed }) => {
    const { personId } = signed();
    if (await dropPasskey(db, personId, params.key)) await did(house, req, personId, 'passkey-removed');
    return {};
  });

  mount(router, house, 'askPasskey', async ({ req }) => {
    const { rpId } = nameOf(req);
    return { challenge: await newChallenge(db, null), rpId };
  });

  mount(router, house, 'passkeySignIn', async ({ body, req, res }) => {
    const { rpId, origin } = nameOf(req);
    const challenge = challengeIn(body.clientDataJSON);
    const refusal = new ProblemError('wrong-sign-in', 'No account here has this passkey.');
    if (!(await spendChallenge(db, challenge, null))) throw refusal;
    const key = await passkeyById(db, body.id);
    if (!key) throw refusal;
    const { authenticationInfo } = await verified(
      () =>
        verifyAuthenticationResponse({
          response: {
            id: body.id,
            rawId: body.id,
            type: 'public-key',
            clientExtensionResults: {},
            response: {
              clientDataJSON: body.clientDataJSON,
              authenticatorData: body.authenticatorData,
              signature: body.signature,
            },
          },
          expectedChallenge: challenge,
          expectedOrigin: origin,
          expectedRPID: rpId,
          // What one has and what one knows or is: the second factor is in it.
          requireUserVerification: true,
          credential: { id: key.id, publicKey: new Uint8Array(key.public_key), counter: Number(key.counter) },
        }),
      refusal,
    );
    await passkeyUsed(db, key.id, authenticationInfo.newCounter);
    const person = await personById(db, key.person_id);
    const token = await openSession(db, person.id, deviceOf(req));
    setCookie(req, res, token);
    return describeSession(house, person.id, token);
  });
};
