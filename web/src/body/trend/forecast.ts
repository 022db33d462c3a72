import { useQuery, keepPreviousData } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import type { ForecastApi, ForecastAsked, ForecastTold } from './forecast.worker.ts';

let remote: Remote<ForecastApi> | undefined;
const worker = (): Remote<ForecastApi> =>
  (remote ??= wrap<ForecastApi>(
    new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** The fans of several ways to go on, made in a worker; undefined while the first is made. */
export const useFans = (asked: ForecastAsked[]): ForecastTold[] | undefined =>
  useQuery({
    queryKey: ['forecast', asked],
    queryFn: () => worker().fans(asked),
    enabled: asked.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  }).data;
