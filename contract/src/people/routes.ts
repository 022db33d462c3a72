import { z } from 'zod';
import { Id, ShortId } from '../common.ts';
import {
  AccountHistory,
  Blocked,
  ChangePassword,
  Codes,
  DemoPeople,
  EndFactor,
  FactorCode,
  Leaving,
  NewFactor,
  NewPasskey,
  OpenSessions,
  PasskeyChallenge,
  PasskeyOffer,
  PasskeySignIn,
  ResetPassword,
  Session,
  SignIn,
  SignUp,
  WithPassword,
} from './accounts.ts';
import { EverythingState } from './everything.ts';
import {
  AccessTokens,
  AnswerProposal,
  Grant,
  MakeToken,
  NarrowShare,
  NewToken,
  Proposal,
  Propose,
  Readings,
  ShareWithCoach,
} from './sharing.ts';
import { inAthlete, ofAthlete, route } from '../route.ts';

/** The requests of this room. */
export const peopleRoutes = {
  demo: route('get', '/api/demo', 'The invented people of the demo, if it is loaded.', {
    access: 'public',
    response: DemoPeople,
  }),
  everything: route(
    'get',
    '/api/athletes/:athleteId/everything',
    'How far the file of everything is. It is the athlete’s alone.',
    { params: ofAthlete, response: EverythingState },
  ),
  makeEverything: route(
    'put',
    '/api/athletes/:athleteId/everything',
    'Makes one ZIP of everything of an athlete, in the background; it lies ready for an hour.',
    { params: ofAthlete, response: EverythingState },
  ),
  everythingSchema: route(
    'get',
    '/api/everything.schema.json',
    'The JSON Schema of the tables in that file.',
    { response: z.looseObject({ title: z.string() }) },
  ),
  signUp: route(
    'post',
    '/api/accounts',
    'Makes an account where the email has none. Whether it had one is not told: signing in is the next step either way.',
    { access: 'public', body: SignUp },
  ),
  signIn: route('post', '/api/session', 'Signs in.', { access: 'public', body: SignIn, response: Session }),
  session: route('get', '/api/session', 'Who is signed in.', { response: Session }),
  touchSession: route('put', '/api/session', 'Keeps the session alive.'),
  signOut: route('delete', '/api/session', 'Signs out here.'),
  sessions: route('get', '/api/sessions', 'Where this person is signed in.', { response: OpenSessions }),
  endOneSession: route('delete', '/api/sessions/:id', 'Ends one session of this person.', {
    params: z.strictObject({ id: Id }),
  }),
  changePassword: route('put', '/api/password', 'Another password. Every other session ends.', {
    body: ChangePassword,
  }),
  makeCodes: route('post', '/api/password/codes', 'Makes codes for a forgotten password anew.', {
    body: WithPassword,
    response: Codes,
  }),
  resetPassword: route('post', '/api/password/reset', 'Another password by a code. Every session ends.', {
    access: 'public',
    body: ResetPassword,
  }),
  beginFactor: route('post', '/api/factor', 'A new second factor. It guards once a code of it was typed.', {
    body: WithPassword,
    response: NewFactor,
  }),
  confirmFactor: route('put', '/api/factor', 'Turns the new second factor on, by a first code.', {
    body: FactorCode,
  }),
  endFactor: route('post', '/api/factor/end', 'Turns the second factor off.', { body: EndFactor }),
  offerPasskey: route('post', '/api/passkeys/offer', 'What a new passkey is made with.', {
    body: WithPassword,
    response: PasskeyOffer,
  }),
  addPasskey: route('post', '/api/passkeys', 'Adds a passkey. It signs in without a password.', {
    body: NewPasskey,
  }),
  removePasskey: route('delete', '/api/passkeys/:key', 'Removes a passkey.', {
    params: z.strictObject({ key: ShortId(1400) }),
  }),
  askPasskey: route('post', '/api/session/passkey/challenge', 'What a passkey has to answer.', {
    access: 'public',
    response: PasskeyChallenge,
  }),
  passkeySignIn: route('post', '/api/session/passkey', 'Signs in by a passkey.', {
    access: 'public',
    body: PasskeySignIn,
    response: Session,
  }),
  accountHistory: route(
    'get',
    '/api/account/history',
    'What was done with this account, the latest first, fifty at a time.',
    {
      query: z.strictObject({
        before: z
          .string()
          .regex(/^\d{1,18}$/)
          .optional(),
      }),
      response: AccountHistory,
    },
  ),
  askDeletion: route(
    'post',
    '/api/account/deletion',
    'Leaves: in seven days the account and all of its rows are deleted.',
    {
      body: WithPassword,
      response: Leaving,
    },
  ),
  takeBackDeletion: route('delete', '/api/account/deletion', 'Stays after all.'),
  blocked: route('get', '/api/athletes/:athleteId/blocked', 'From whom this athlete takes no portions.', {
    params: ofAthlete,
    response: Blocked,
  }),
  block: route('put', '/api/athletes/:athleteId/blocked/:id', 'Takes no portions from a person any more.', {
    params: inAthlete,
  }),
  unblock: route('delete', '/api/athletes/:athleteId/blocked/:id', 'Takes portions from a person again.', {
    params: inAthlete,
  }),
  signOutEverywhere: route('delete', '/api/sessions', 'Ends every session of this person.'),
  share: route(
    'put',
    '/api/athletes/:athleteId/grants/:id',
    'Shares with a coach or an assistant, by their code, as much as is said, or takes up a sharing that was ended within a day.',
    {
      params: inAthlete,
      body: ShareWithCoach,
      response: Grant,
    },
  ),
  endShare: route('delete', '/api/athletes/:athleteId/grants/:id', 'Ends the sharing at once.', {
    params: inAthlete,
  }),
  narrowShare: route(
    'put',
    '/api/athletes/:athleteId/grants/:id/sees',
    'What a sharing shows from now on. The athlete alone says so.',
    { params: inAthlete, body: NarrowShare },
  ),
  propose: route(
    'put',
    '/api/athletes/:athleteId/proposals/:id',
    'A coach asks an athlete to share with somebody else, beside them or instead of them.',
    { params: inAthlete, body: Propose, response: Proposal },
  ),
  answerProposal: route(
    'put',
    '/api/athletes/:athleteId/proposals/:id/answer',
    'The athlete lets somebody in, or does not; a coach takes the question back by a no.',
    { params: inAthlete, body: AnswerProposal },
  ),
  readings: route(
    'get',
    '/api/athletes/:athleteId/readings',
    'Who read what of this athlete in the last ninety days. It is the athlete’s alone.',
    { params: ofAthlete, response: Readings },
  ),
  tokens: route('get', '/api/tokens', 'Tokens of this person for programs, the newest first.', {
    response: AccessTokens,
  }),
  makeToken: route(
    'put',
    '/api/tokens/:id',
    'Makes a token for a program. It is shown in this answer only; asked again it is refused.',
    { params: z.strictObject({ id: Id }), body: MakeToken, response: NewToken },
  ),
  revokeToken: route('delete', '/api/tokens/:id', 'Ends a token at once.', {
    params: z.strictObject({ id: Id }),
  }),
} as const;
