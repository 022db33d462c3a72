export {
  type AccountDeed,
  type AccountHistory,
  ChangePassword,
  DemoPeople,
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
export {
  type AccessToken,
  EndedGrant,
  Grant,
  GrantRole,
  MakeToken,
  type Proposal,
  type Readings,
  Reader,
} from './sharing.ts';
export {
  READ_KINDS,
  type ReadKind,
  SHARED_KINDS,
  type SharedKind,
  TOKEN_SCOPES,
  type TokenScope,
} from '../rights.ts';
