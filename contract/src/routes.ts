import { z } from 'zod';
import { DemoPeople, Grant, Session, ShareWithCoach, SignIn, SignUp } from './accounts.ts';
import { Athlete, CautionName, Order, PutAthlete, PutWeighIn, SignOrder, Start, WeighIn } from './athlete.ts';
import { Day, Empty, Id } from './common.ts';
import { DayDocument, Meal, Note, Portion, PutMeal, PutNote, PutPortion } from './diary.ts';
import {
  DayEntry,
  Eater,
  EaterQuery,
  Handover,
  HandoverAnswer,
  PutDayEntry,
  PutHandover,
  PutStanding,
  Standing,
  StandingList,
} from './entries.ts';
import { FindQuery, FoundDays } from './find.ts';
import {
  Correction,
  Food,
  FoodMark,
  FoodQuery,
  FoodResults,
  FoodVersions,
  LogQuery,
  PutFood,
} from './foods.ts';
import { FoodImport, ImportOptions, ImportPreview, ImportReject, PutImport } from './imports.ts';
import { Kitchen, KitchenContainer, Log, PutContainer, PutYield, YieldSeen } from './kitchen.ts';
import { Roster } from './roster.ts';
import {
  CalendarFeed,
  CalendarFeeds,
  InForce,
  MeasuredCautions,
  PutSeason,
  SeasonDocument,
} from './seasonDocument.ts';

export type Verb = 'get' | 'post' | 'put' | 'delete';
export interface Route<
  P extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  verb: Verb;
  /** Express notation, `:name` for a parameter. */
  path: string;
  access: 'public' | 'signed-in';
  what: string;
  params: P;
  query: Q;
  body: B;
  response: R;
}

const route = <
  P extends z.ZodType = typeof Empty,
  Q extends z.ZodType = typeof Empty,
  B extends z.ZodType = typeof Empty,
  R extends z.ZodType = typeof Empty,
>(
  verb: Verb,
  path: string,
  what: string,
  parts: { access?: 'public'; params?: P; query?: Q; body?: B; response?: R } = {},
): Route<P, Q, B, R> => ({
  verb,
  path,
  what,
  access: parts.access ?? 'signed-in',
  params: (parts.params ?? Empty) as P,
  query: (parts.query ?? Empty) as Q,
  body: (parts.body ?? Empty) as B,
  response: (parts.response ?? Empty) as R,
});

const ofAthlete = z.strictObject({ athleteId: Id });
const inAthlete = z.strictObject({ athleteId: Id, id: Id });

/** Every request that Maul answers: the one place where they are written down. */
export const routes = {
  health: route('get', '/api/health', 'Whether the server and its database answer.', {
    access: 'public',
    response: z.strictObject({ database: z.enum(['up', 'down']) }),
  }),
  demo: route('get', '/api/demo', 'The invented people of the demo, if it is loaded.', {
    access: 'public',
    response: DemoPeople,
  }),
  signUp: route('post', '/api/accounts', 'Makes an account and signs it in.', {
    access: 'public',
    body: SignUp,
    response: Session,
  }),
  signIn: route('post', '/api/session', 'Signs in.', { access: 'public', body: SignIn, response: Session }),
  session: route('get', '/api/session', 'Who is signed in.', { response: Session }),
  touchSession: route('put', '/api/session', 'Keeps the session alive.'),
  signOut: route('delete', '/api/session', 'Signs out here.'),
  signOutEverywhere: route('delete', '/api/sessions', 'Ends every session of this person.'),

  start: route('put', '/api/athletes/:athleteId/start', 'Body and a first phase of a new athlete.', {
    params: ofAthlete,
    body: Start,
    response: Session,
  }),
  putAthlete: route(
    'put',
    '/api/athletes/:athleteId',
    'Changes what the athlete has said about themselves.',
    {
      params: ofAthlete,
      body: PutAthlete,
      response: Athlete,
    },
  ),
  season: route('get', '/api/athletes/:athleteId/season', 'Everything the season is computed from.', {
    params: ofAthlete,
    response: SeasonDocument,
  }),
  putSeason: route(
    'put',
    '/api/athletes/:athleteId/season/:id',
    'Writes a new revision of the season. It acts from today; past days keep the revision they had.',
    { params: inAthlete, body: PutSeason, response: SeasonDocument },
  ),
  confirmSeason: route(
    'put',
    '/api/athletes/:athleteId/season/:id/confirmation',
    'Confirms the hard cautions of a season that waits; it comes into force when all are confirmed.',
    { params: inAthlete, response: SeasonDocument },
  ),
  inForce: route(
    'get',
    '/api/athletes/:athleteId/in-force/:date',
    'What was in force on a date, and by whom.',
    {
      params: z.strictObject({ athleteId: Id, date: Day }),
      response: InForce,
    },
  ),
  cautions: route('get', '/api/athletes/:athleteId/cautions', 'Cautions on what was eaten and weighed.', {
    params: ofAthlete,
    response: MeasuredCautions,
  }),
  confirmCaution: route(
    'put',
    '/api/athletes/:athleteId/confirmations/:id',
    'Somebody has read a hard caution and stands by the plan.',
    {
      params: inAthlete,
      body: z.strictObject({ cautionId: CautionName, figure: z.number().nullable() }),
      response: MeasuredCautions,
    },
  ),
  calendarFeeds: route('get', '/api/athletes/:athleteId/calendar-feeds', 'The live calendar addresses.', {
    params: ofAthlete,
    response: CalendarFeeds,
  }),
  makeCalendarFeed: route(
    'put',
    '/api/athletes/:athleteId/calendar-feeds/:id',
    'Makes a private calendar address. Its secret is shown in this answer only.',
    { params: inAthlete, response: CalendarFeed },
  ),
  endCalendarFeed: route(
    'delete',
    '/api/athletes/:athleteId/calendar-feeds/:id',
    'Revokes a calendar address at once.',
    { params: inAthlete },
  ),
  share: route(
    'put',
    '/api/athletes/:athleteId/grants/:id',
    'Shares everything with a coach, by their code.',
    {
      params: inAthlete,
      body: ShareWithCoach,
      response: Grant,
    },
  ),
  endShare: route('delete', '/api/athletes/:athleteId/grants/:id', 'Ends the sharing at once.', {
    params: inAthlete,
  }),

  day: route('get', '/api/athletes/:athleteId/days/:date', 'Everything a day is computed from.', {
    params: z.strictObject({ athleteId: Id, date: Day }),
    response: DayDocument,
  }),
  putMeal: route('put', '/api/athletes/:athleteId/meals/:id', 'Adds, changes or takes away a meal.', {
    params: inAthlete,
    body: PutMeal,
    response: Meal,
  }),
  putPortion: route(
    'put',
    '/api/athletes/:athleteId/portions/:id',
    'Adds, measures, changes or takes away a portion.',
    {
      params: inAthlete,
      body: PutPortion,
      response: Portion,
    },
  ),
  putNote: route('put', '/api/athletes/:athleteId/notes/:id', 'Writes beside a day or a meal.', {
    params: inAthlete,
    body: PutNote,
    response: Note,
  }),
  putWeighIn: route('put', '/api/athletes/:athleteId/weigh-ins/:id', 'A morning on the scale.', {
    params: inAthlete,
    body: PutWeighIn,
    response: WeighIn,
  }),
  orders: route('get', '/api/athletes/:athleteId/orders', 'Every order ever signed, the newest first.', {
    params: ofAthlete,
    response: z.strictObject({ orders: z.array(Order) }),
  }),
  signOrder: route(
    'put',
    '/api/athletes/:athleteId/orders/:id',
    'Signs a change order. Orders are never changed afterwards.',
    {
      params: inAthlete,
      body: SignOrder,
      response: Order,
    },
  ),
  acknowledge: route(
    'put',
    '/api/athletes/:athleteId/orders/:id/acknowledgement',
    'The athlete has read the order.',
    {
      params: inAthlete,
      response: Order,
    },
  ),
  foods: route('get', '/api/athletes/:athleteId/foods', 'Searches foods: own and recent ones first.', {
    params: ofAthlete,
    query: FoodQuery,
    response: FoodResults,
  }),
  putFood: route('put', '/api/athletes/:athleteId/foods/:id', 'Adds or changes an own food.', {
    params: inAthlete,
    body: PutFood,
    response: Food,
  }),
  ownFoods: route('get', '/api/athletes/:athleteId/own-foods', 'Every own food, by name.', {
    params: ofAthlete,
    response: FoodResults,
  }),
  foodsByCode: route(
    'get',
    '/api/athletes/:athleteId/foods-by-code/:code',
    'The foods with a trade item number; none when it is not known here.',
    { params: z.strictObject({ athleteId: Id, code: z.string().max(40) }), response: FoodResults },
  ),
  markFood: route(
    'put',
    '/api/athletes/:athleteId/food-marks/:foodId',
    'Says of any food whether it is a lever and whether it is in stock.',
    {
      params: z.strictObject({ athleteId: Id, foodId: z.string().min(1).max(80) }),
      body: FoodMark,
      response: FoodMark,
    },
  ),
  foodVersions: route(
    'get',
    '/api/athletes/:athleteId/foods/:id/versions',
    'The versions an own food had, the present one first.',
    { params: inAthlete, response: FoodVersions },
  ),
  correctPast: route(
    'put',
    '/api/athletes/:athleteId/foods/:id/corrections/:correctionId',
    'Also corrects past portions of an own food to its present figures.',
    { params: z.strictObject({ athleteId: Id, id: Id, correctionId: Id }), response: Correction },
  ),
  undoCorrection: route(
    'delete',
    '/api/athletes/:athleteId/foods/:id/corrections/:correctionId',
    'Takes a correction back: each portion is again as it was, unless it was changed since.',
    { params: z.strictObject({ athleteId: Id, id: Id, correctionId: Id }), response: Correction },
  ),
  kitchen: route('get', '/api/athletes/:athleteId/kitchen', 'Containers and yields that are remembered.', {
    params: ofAthlete,
    response: Kitchen,
  }),
  putContainer: route('put', '/api/athletes/:athleteId/containers/:id', 'A container and its empty weight.', {
    params: inAthlete,
    body: PutContainer,
    response: KitchenContainer,
  }),
  putYield: route('put', '/api/athletes/:athleteId/yields/:id', 'A food weighed before and after cooking.', {
    params: inAthlete,
    body: PutYield,
    response: YieldSeen,
  }),
  log: route('get', '/api/athletes/:athleteId/log', 'What was eaten between two days, at most five weeks.', {
    params: ofAthlete,
    query: LogQuery,
    response: Log,
  }),
  imports: route('get', '/api/athletes/:athleteId/imports', 'Every import of foods, the newest first.', {
    params: ofAthlete,
    response: z.strictObject({ imports: z.array(FoodImport) }),
  }),
  putImport: route('put', '/api/athletes/:athleteId/imports/:id', 'Announces a file of foods.', {
    params: inAthlete,
    body: PutImport,
    response: FoodImport,
  }),
  previewImport: route(
    'post',
    '/api/athletes/:athleteId/imports/:id/preview',
    'Reads the start of a file that has arrived and says what it would become.',
    {
      params: inAthlete,
      body: z.strictObject({ options: ImportOptions.nullable() }),
      response: ImportPreview,
    },
  ),
  runImport: route(
    'put',
    '/api/athletes/:athleteId/imports/:id/run',
    'Imports the file in the background, or goes on where it stopped.',
    { params: inAthlete, body: ImportOptions, response: FoodImport },
  ),
  stopImport: route('delete', '/api/athletes/:athleteId/imports/:id/run', 'Stops it; what is read is kept.', {
    params: inAthlete,
    response: FoodImport,
  }),
  importRejects: route(
    'get',
    '/api/athletes/:athleteId/imports/:id/rejects',
    'The lines that were not taken, with reasons; at most a thousand are kept.',
    { params: inAthlete, response: z.strictObject({ rejects: z.array(ImportReject) }) },
  ),
  dropImport: route(
    'delete',
    '/api/athletes/:athleteId/imports/:id',
    'Takes an import away with all its foods. Portions weighed from them keep theirs.',
    { params: inAthlete },
  ),
  putDayEntry: route(
    'put',
    '/api/athletes/:athleteId/day-entries/:id',
    'Training, water, a supplement or a look on a day.',
    { params: inAthlete, body: PutDayEntry, response: DayEntry },
  ),
  standing: route(
    'get',
    '/api/athletes/:athleteId/standing',
    'Vessels, supplements, saved meals, pauses, and who one eats with.',
    { params: ofAthlete, response: StandingList },
  ),
  putStanding: route('put', '/api/athletes/:athleteId/standing/:id', 'Keeps one of them.', {
    params: inAthlete,
    body: PutStanding,
    response: Standing,
  }),
  findDays: route('get', '/api/athletes/:athleteId/past-days', 'Past days, looked through and narrowed.', {
    params: ofAthlete,
    query: FindQuery,
    response: FoundDays,
  }),
  foodsToHand: route(
    'get',
    '/api/athletes/:athleteId/foods-to-hand',
    'Own and everyday foods, for swaps, fits and treats.',
    { params: ofAthlete, response: FoodResults },
  ),
  eater: route('get', '/api/eaters', 'Somebody to eat with, by their code.', {
    query: EaterQuery,
    response: Eater,
  }),
  putHandover: route(
    'put',
    '/api/athletes/:athleteId/handovers/:id',
    'Gives part of a dish to another athlete, who may take it or leave it.',
    { params: inAthlete, body: PutHandover, response: Handover },
  ),
  answerHandover: route('put', '/api/handovers/:id/answer', 'Takes what was given, or leaves it.', {
    params: z.strictObject({ id: Id }),
    body: HandoverAnswer,
    response: Handover,
  }),
  roster: route('get', '/api/roster', 'The athletes of a coach, who needs them first on top.', {
    response: Roster,
  }),
} as const;

export type RouteName = keyof typeof routes;
type Part<N extends RouteName, K extends 'params' | 'query' | 'body' | 'response'> = (typeof routes)[N][K];
export type ParamsOf<N extends RouteName> = z.infer<Part<N, 'params'>>;
export type QueryOf<N extends RouteName> = z.input<Part<N, 'query'>>;
export type BodyOf<N extends RouteName> = z.input<Part<N, 'body'>>;
export type ResponseOf<N extends RouteName> = z.infer<Part<N, 'response'>>;

/** What the server tells a listening page: something of this athlete has changed. Sent over `/api/events`. */
export const ChangeEvent = z.strictObject({
  athleteId: Id,
  what: z.enum([
    'meal',
    'portion',
    'note',
    'order',
    'weigh-in',
    'season',
    'grant',
    'food',
    'athlete',
    'kitchen',
    'import',
    'entry',
    'standing',
    'handover',
  ]),
});
export type ChangeEvent = z.infer<typeof ChangeEvent>;
export const EVENTS_PATH = '/api/events';
/** The iCalendar file of an athlete for who is signed in, and the private address that needs no sign-in. */
export const CALENDAR_FILE = '/api/athletes/:athleteId/calendar.ics';
/** A day's plan or log as a PDF, for who is signed in. */
export const DAY_PAPER_FILE = '/api/athletes/:athleteId/days/:date/paper.pdf';
export const CALENDAR_FEED = '/calendar/:secret.ics';
