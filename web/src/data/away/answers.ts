import { routes, type ResponseOf, type RouteName } from '@maul/contract/routes';
import type { Asked } from '../api.ts';
import { byCode, findFoods, forgetFoods, lookedAt } from './foods.ts';
import { makeRoom } from './room.ts';
import { db, type KeptAnswer } from './store.ts';
import { canSeal, seal, unseal } from './vault.ts';

/**
 * What is kept of the server's answers for when it does not answer. Account, sharing, other people's lists and pictures are not: they need the
 * other side, or must not lie on a device.
 */
export const KEPT: ReadonlySet<RouteName> = new Set<RouteName>([
  'session', 'day', 'season', 'orders', 'movementOrders', 'inForce', 'cautions', 'standing', 'foods', 'foodsToHand', 'foodsByCode', 'ownFoods',
  'kitchen', 'kitchenBook', 'kitchenPlan', 'stock', 'stockOne', 'recipeVersions', 'trend', 'measures', 'log', 'goesWith', 'peakLog', 'checkIns',
  'checkIn', 'week', 'questions', 'words', 'hours', 'pictures', 'roster', 'findDays',
]); // prettier-ignore

/** Of these an answer to another stretch of days is better than none: each row in it says its own day. */
const NEAR: ReadonlySet<RouteName> = new Set<RouteName>(['kitchenPlan', 'trend']);

/** So many answers of a person are kept, the latest asked. */
const MOST = 600;

const sorted = (values: Readonly<Record<string, unknown>>): string =>
  JSON.stringify(
    Object.entries(values)
      .filter(([, value]) => value !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
const keyOf = (personId: string, { route, params, query }: Asked): string =>
  [personId, route, sorted(params), sorted(query)].join(' ');
let puts = 0;

/** Keeps an answer. What cannot be kept is left out: it can be asked again. */
export const keepAnswer = async (personId: string, asked: Asked, answer: unknown): Promise<void> => {
  if (!canSeal()) return;
  const { route, params } = asked;
  if (route === 'foods' || route === 'foodsByCode')
    return lookedAt(personId, (answer as { foods: Parameters<typeof lookedAt>[1] }).foods);
  const row: KeptAnswer = {
    key: keyOf(personId, asked),
    personId,
    athleteId: params.athleteId ?? '',
    route,
    at: Date.now(),
    sealed: await seal(personId, answer),
  };
  await makeRoom(() => db.answers.put(row));
  puts += 1;
  if (puts % 50 !== 0) return;
  const old = await db.answers.orderBy('at').reverse().offset(MOST).primaryKeys();
  await db.answers.bulkDelete(old);
};

const opened = async (row: KeptAnswer | undefined): Promise<unknown> => {
  if (!row) return undefined;
  const parsed = routes[row.route as RouteName].response.safeParse(await unseal(row.personId, row.sealed));
  // An older Maul may have kept another shape.
  return parsed.success ? parsed.data : undefined;
};

/** What is in stock under an id, from the lists that were kept. */
const inKeptStock = async (personId: string, athleteId: string, id: string): Promise<unknown> => {
  const lists = await db.answers.where({ personId, route: 'stock' }).toArray();
  for (const row of lists.filter((l) => l.athleteId === athleteId)) {
    const list = (await opened(row)) as { stock: { id: string }[] } | undefined;
    const item = list?.stock.find((s) => s.id === id);
    if (item) return item;
  }
  return undefined;
};

/** The answer that this device has to a question; undefined where it has none. */
export const keptAnswer = async (personId: string, asked: Asked): Promise<unknown> => {
  const { route, params, query } = asked;
  const athleteId = params.athleteId ?? '';
  if (route === 'foods' || route === 'foodsByCode') {
    const toHand = await keptAnswer(personId, { route: 'foodsToHand', params: { athleteId }, query: {} });
    const own = await keptAnswer(personId, { route: 'ownFoods', params: { athleteId }, query: {} });
    const near = [own, toHand].flatMap(
      (list) => (list as { foods: Parameters<typeof findFoods>[1] } | undefined)?.foods ?? [],
    );
    return route === 'foods'
      ? {
          foods: await findFoods(
            personId,
            near,
            typeof query.q === 'string' ? query.q : '',
            Number(query.limit ?? 20),
          ),
        }
      : { foods: await byCode(personId, near, params.code ?? '') };
  }
  const exact = await opened(await db.answers.get(keyOf(personId, asked)));
  if (exact !== undefined) return exact;
  if (route === 'stockOne') return inKeptStock(personId, athleteId, params.id ?? '');
  if (!NEAR.has(route)) return undefined;
  const rows = await db.answers.where({ personId, route }).toArray();
  const [latest] = rows.filter((row) => row.athleteId === athleteId).sort((a, b) => b.at - a.at);
  const near = await opened(latest);
  if (route !== 'kitchenPlan' || near === undefined) return near;
  const { portions } = near as ResponseOf<'kitchenPlan'>;
  return { portions: portions.filter(({ day }) => day >= String(query.from) && day <= String(query.to)) };
};

/** Takes what was kept of one athlete off the device: they share no longer. */
export const forgetAthlete = (personId: string, athleteId: string): Promise<number> =>
  db.answers.where({ personId, athleteId }).delete();

/** Takes all that was kept of a person's answers off the device. */
export const forgetAnswers = async (personId: string): Promise<void> => {
  await db.answers.where('personId').equals(personId).delete();
  await forgetFoods(personId);
};
