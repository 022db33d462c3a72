export {
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
  type Trail,
  TRAIL_DEEDS,
  type TrailDeed,
} from './accounts.ts';
export { Athlete, athleteBody, DEFAULT_PROFILE, DIETS, Profile, PutAthlete, Units } from './athlete.ts';
export { peopleRoutes } from './routes.ts';
