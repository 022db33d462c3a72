import type { Food } from '@maul/contract/foods';
import type { BodyOf, ResponseOf } from '@maul/contract/routes';
import { call, isAway, type Asked } from '../api.ts';
import { deviceToday } from '../device.ts';
import { useOutbox } from './outbox.ts';
import { keepAsShown } from '../reach.ts';
import type { OutboxRoute } from './rows.ts';
import { outbox, queryClient } from '../session.ts';

interface Put<N extends OutboxRoute> {
  athleteId: string;
  id: string;
  body: BodyOf<N>;
}

/**
 * Writes a row at once where the server answers. Where it does not, or an earlier change of the row still waits, the change waits too and the row is
 * answered as it will be: `later` says how.
 */
const putOrLater = async <N extends OutboxRoute>(
  route: N,
  { athleteId, id, body }: Put<N>,
  later: () => ResponseOf<N>,
): Promise<ResponseOf<N>> => {
  const waits = useOutbox.getState().entries.some((e) => e.id === id && e.route === route);
  try {
    if (!waits) return await call(route, { params: { athleteId, id } as never, body });
  } catch (error) {
    if (!isAway(error)) throw error;
  }
  outbox.add({ athleteId, day: deviceToday(), route, id, body, before: null });
  return later();
};

/** Changes a list that is shown and its copy on this device. */
export const showLater = <T>(queryKey: readonly unknown[], asked: Asked, change: (shown: T) => T): void => {
  const shown = queryClient.setQueryData<T>(queryKey, (now) => now && change(now));
  if (shown !== undefined) keepAsShown(asked, shown);
};

/** Keeps an own food, new or changed; answers it as it is, or will be, kept. */
export const saveFood = async (athleteId: string, id: string, body: BodyOf<'putFood'>): Promise<Food> => {
  const food = await putOrLater('putFood', { athleteId, id, body }, () => {
    const { base, deleted: _deleted, ...content } = body;
    const own = {
      ...content,
      id,
      remark: null,
      origin: 'own',
      version: base + 1,
      recent: false,
      lever: false,
      inStock: false,
    } as Food;
    const params = { athleteId };
    keepAsShown({ route: 'foods', params, query: {} }, { foods: [own] });
    showLater<{ foods: Food[] }>(
      ['own-foods', athleteId],
      { route: 'ownFoods', params, query: {} },
      ({ foods }) => ({
        foods: [...foods.filter((f) => f.id !== id), own],
      }),
    );
    return own;
  });
  void queryClient.invalidateQueries({ queryKey: ['foods', athleteId] });
  if (useOutbox.getState().reachable)
    void queryClient.invalidateQueries({ queryKey: ['own-foods', athleteId] });
  return food;
};

/** Keeps a container, new or changed; answers it as it is, or will be, kept. */
export const putContainer = (
  athleteId: string,
  id: string,
  body: BodyOf<'putContainer'>,
): Promise<ResponseOf<'putContainer'>> =>
  putOrLater('putContainer', { athleteId, id, body }, () => {
    const { base, ...content } = body;
    return { ...content, id, version: base + 1 };
  });
