import type { Session } from '@maul/contract/people';
import { startAuthentication, startRegistration } from '@simplewebauthn/browser';
import { ApiProblem, call, Unreachable } from '../data/api.ts';

/** A passkey that was not made or not used, with a sentence of ours. */
class NoPasskey extends ApiProblem {
  constructor(detail: string) {
    super({ type: 'urn:maul:problem:invalid', title: 'No passkey', status: 422, detail });
  }
}
const orSaid = <T>(work: Promise<T>, detail: string): Promise<T> =>
  work.catch((error: unknown) => {
    if (error instanceof ApiProblem || error instanceof Unreachable) throw error;
    throw new NoPasskey(detail);
  });

/** Signatures that an authenticator may make: Ed25519, ES256, RS256. Source: IANA COSE algorithms. */
const ALGORITHMS = [-8, -7, -257];

/** Makes a passkey on this device, after the password. */
export const makePasskey = async (
  person: Session['person'],
  present: string,
  name: string,
): Promise<void> => {
  const { challenge, rpId, userId, exclude } = await call('offerPasskey', { body: { present } });
  const made = await orSaid(
    startRegistration({
      optionsJSON: {
        challenge,
        rp: { id: rpId, name: 'Maul' },
        user: { id: userId, name: person.email, displayName: person.name },
        pubKeyCredParams: ALGORITHMS.map((alg) => ({ alg, type: 'public-key' })),
        excludeCredentials: exclude.map((id) => ({ id, type: 'public-key' })),
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
        attestation: 'none',
      },
    }),
    'No passkey was made. You cancelled, or this device already has one for this account.',
  );
  const { clientDataJSON, attestationObject } = made.response;
  await call('addPasskey', { body: { id: made.id, name, clientDataJSON, attestationObject } });
};

/** Signs in by whichever passkey of this house the person chooses. */
export const signInByPasskey = async (): Promise<Session> => {
  const { challenge, rpId } = await call('askPasskey');
  const answer = await orSaid(
    startAuthentication({ optionsJSON: { challenge, rpId, userVerification: 'required' } }),
    'No passkey was used. Sign in with your password, or try again.',
  );
  const { clientDataJSON, authenticatorData, signature } = answer.response;
  return call('passkeySignIn', { body: { id: answer.id, clientDataJSON, authenticatorData, signature } });
};
