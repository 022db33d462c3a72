import { DemoPeople, Grant, Session, ShareWithCoach, SignIn, SignUp } from './accounts.ts';
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
