export {
  type AccountDeed,
  type AccountHistory,
  ChangePassword,
  DemoPeople,
  EndedGrant,
  Grant,
  type OpenSessions,
  Password,
  ResetPassword,
  Session,
  SignIn,
  SignUp,
} from './accounts.ts';
export { Athlete, athleteBody, DEFAULT_PROFILE, DIETS, Profile, PutAthlete, Units } from './athlete.ts';
export { EVERYTHING_BYTES, EVERYTHING_FILE, EverythingState, ReadBack } from './everything.ts';
export { peopleRoutes } from './routes.ts';
