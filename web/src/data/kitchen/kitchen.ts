import type { BodyOf } from '@maul/contract/routes';
import type { Kitchen, KitchenContainer, YieldSeen } from '@maul/contract/foods';
import { useQuery } from '@tanstack/react-query';
import { v7 as uuidv7 } from 'uuid';
import { call } from '../api.ts';
import { putContainer, showLater } from '../sending/orLater.ts';
import { useOutbox } from '../sending/outbox.ts';
import { queryClient } from '../session.ts';

const key = (athleteId: string) => ['kitchen', athleteId] as const;

/** Containers and yields that are remembered. */
export const useKitchen = (athleteId: string) =>
  useQuery({
    queryKey: key(athleteId),
    queryFn: ({ signal }) => call('kitchen', { params: { athleteId }, signal }),
    staleTime: 60_000,
  });

const put = (athleteId: string, change: (kitchen: Kitchen) => Kitchen): void => {
  showLater<Kitchen>(key(athleteId), { route: 'kitchen', params: { athleteId }, query: {} }, change);
  if (useOutbox.getState().reachable) void queryClient.invalidateQueries({ queryKey: key(athleteId) });
};

const into = <R extends { id: string; deleted: boolean }>(rows: R[], row: R): R[] => [
  ...rows.filter((r) => r.id !== row.id),
  ...(row.deleted ? [] : [row]),
];

/** Keeps a container, new or changed; answers it as it is kept. */
export const saveContainer = async (
  athleteId: string,
  values: { name: string; grams: number },
  before?: KitchenContainer,
  deleted = false,
): Promise<KitchenContainer> => {
  const row = await putContainer(athleteId, before?.id ?? uuidv7(), {
    ...values,
    base: before?.version ?? 0,
    deleted,
  });
  put(athleteId, (k) => ({ ...k, containers: into(k.containers, row) }));
  return row;
};

/** Keeps a food weighed before and after it was cooked. */
export const saveYield = async (
  athleteId: string,
  values: Omit<BodyOf<'putYield'>, 'base' | 'deleted'>,
  before?: YieldSeen,
  deleted = false,
): Promise<YieldSeen> => {
  const row = await call('putYield', {
    params: { athleteId, id: before?.id ?? uuidv7() },
    body: { ...values, base: before?.version ?? 0, deleted },
  });
  put(athleteId, (k) => ({ ...k, yields: into(k.yields, row) }));
  return row;
};
