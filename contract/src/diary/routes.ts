import { Day, Id } from '../common.ts';
import { DayDocument, Meal, Note, Portion, PutMeal, PutNote, Words, PutPortion } from './day.ts';
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
import { FindQuery, FoundDays } from './search.ts';
import { Log, LogQuery } from './log.ts';
import { z } from 'zod';
import { inAthlete, ofAthlete, route } from '../route.ts';

/** The requests of this room. */
export const diaryRoutes = {
  day: route('get', '/api/athletes/:athleteId/days/:date', 'Everything a day is computed from.', {
    reads: 'log',
    scope: 'read-log',
    params: z.strictObject({ athleteId: Id, date: Day }),
    response: DayDocument,
  }),
  putMeal: route('put', '/api/athletes/:athleteId/meals/:id', 'Adds, changes or takes away a meal.', {
    scope: 'write-portions',
    params: inAthlete,
    body: PutMeal,
    response: Meal,
  }),
  putPortion: route(
    'put',
    '/api/athletes/:athleteId/portions/:id',
    'Adds, measures, changes or takes away a portion.',
    {
      scope: 'write-portions',
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
  words: route('get', '/api/athletes/:athleteId/words', 'Words beside orders and pictures, the last 400.', {
    reads: 'messages',
    params: ofAthlete,
    response: Words,
  }),
  log: route('get', '/api/athletes/:athleteId/log', 'What was eaten between two days, at most five weeks.', {
    reads: 'log',
    scope: 'read-log',
    params: ofAthlete,
    query: LogQuery,
    response: Log,
  }),
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
    { reads: 'log', params: ofAthlete, response: StandingList },
  ),
  putStanding: route('put', '/api/athletes/:athleteId/standing/:id', 'Keeps one of them.', {
    params: inAthlete,
    body: PutStanding,
    response: Standing,
  }),
  findDays: route('get', '/api/athletes/:athleteId/past-days', 'Past days, looked through and narrowed.', {
    reads: 'log',
    params: ofAthlete,
    query: FindQuery,
    response: FoundDays,
  }),
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
} as const;
