import { useQuery, keepPreviousData } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import type { ForecastApi, ForecastAsked, ForecastTold } from './forecast.worker.ts';

let remote: Remote<ForecastApi> | undefined;
const worker = (): Remote<ForecastApi> =>
  (remote ??= wrap<ForecastApi>(
    new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** The first fan comes after the chart has been drawn: a worker that starts takes a core from it. ms at most. */
const DRAWN_MS = 1000;
const drawn = (): Promise<void> =>
  new Promise((done) => {
    if (remote !== undefined) done();
    else if ('requestIdleCallback' in window) requestIdleCallback(() => done(), { timeout: DRAWN_MS });
    else setTimeout(done, DRAWN_MS / 4);
  });

/** The fans of several ways to go on, made in a worker; undefined while the first is made. */
export const useFans = (asked: ForecastAsked[]): ForecastTold[] | undefined =>
  useQuery({
    queryKey: ['forecast', asked],
    queryFn: async () => {
      await drawn();
      return worker().fans(asked);
    },
    enabled: asked.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  }).data;
