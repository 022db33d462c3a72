import {
  Correction,
  Food,
  FoodMark,
  FoodQuery,
  FoodResults,
  FoodVersions,
  PutFood,
  SeenFoods,
} from './food.ts';
import { FoodImport, ImportOptions, ImportPreview, ImportReject, PutImport } from './imports.ts';
import { Id, ShortId, text } from '../common.ts';
import { Kitchen, KitchenContainer, PutContainer, PutYield, YieldSeen } from './pantry.ts';
import { z } from 'zod';
import { inAthlete, ofAthlete, route } from '../route.ts';

/** The requests of this room. */
export const foodsRoutes = {
  foods: route('get', '/api/athletes/:athleteId/foods', 'Searches foods: own and recent ones first.', {
    reads: 'log',
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
    reads: 'log',
    params: ofAthlete,
    response: FoodResults,
  }),
  foodsByCode: route(
    'get',
    '/api/athletes/:athleteId/foods-by-code/:code',
    'The foods with a trade item number; none when it is not known here.',
    {
      reads: 'log',
      params: z.strictObject({ athleteId: Id, code: text({ max: 40 }) }),
      response: FoodResults,
    },
  ),
  markFood: route(
    'put',
    '/api/athletes/:athleteId/food-marks/:foodId',
    'Says of any food whether it is a lever and whether it is in stock.',
    {
      params: z.strictObject({ athleteId: Id, foodId: ShortId(80) }),
      body: FoodMark,
      response: FoodMark,
    },
  ),
  foodVersions: route(
    'get',
    '/api/athletes/:athleteId/foods/:id/versions',
    'The versions an own food had, the present one first.',
    { reads: 'log', params: inAthlete, response: FoodVersions },
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
    reads: 'log',
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
  imports: route('get', '/api/athletes/:athleteId/imports', 'Every import of foods, the newest first.', {
    reads: 'log',
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
    { reads: 'log', params: inAthlete, response: z.strictObject({ rejects: z.array(ImportReject) }) },
  ),
  dropImport: route(
    'delete',
    '/api/athletes/:athleteId/imports/:id',
    'Takes an import away with all its foods. Portions weighed from them keep theirs.',
    { params: inAthlete },
  ),
  foodsToHand: route(
    'get',
    '/api/athletes/:athleteId/foods-to-hand',
    'Own and everyday foods, for swaps, fits and treats, and how much of each the athlete eats.',
    { reads: 'log', params: ofAthlete, response: z.strictObject({ foods: z.array(Food), seen: SeenFoods }) },
  ),
} as const;
