import { z } from 'zod';
import { Id } from '../common.ts';
import {
  ChangePassword,
  Codes,
  DemoPeople,
  Grant,
  MakeCodes,
  OpenSessions,
  ResetPassword,
  Session,
  ShareWithCoach,
  SignIn,
  SignUp,
} from './accounts.ts';
import { inAthlete, route } from '../route.ts';

/** The requests of this room. */
export const peopleRoutes = {
  demo: route('get', '/api/demo', 'The invented people of the demo, if it is loaded.', {
    access: 'public',
    response: DemoPeople,
  }),
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
    body: MakeCodes,
    response: Codes,
  }),
  resetPassword: route('post', '/api/password/reset', 'Another password by a code. Every session ends.', {
    access: 'public',
    body: ResetPassword,
  }),
  signOutEverywhere: route('delete', '/api/sessions', 'Ends every session of this person.'),
  share: route(
    'put',
    '/api/athletes/:athleteId/grants/:id',
    'Shares everything with a coach, by their code, or takes up a sharing that was ended within a day.',
    {
      params: inAthlete,
      body: ShareWithCoach,
      response: Grant,
    },
  ),
  endShare: route('delete', '/api/athletes/:athleteId/grants/:id', 'Ends the sharing at once.', {
    params: inAthlete,
  }),
} as const;
