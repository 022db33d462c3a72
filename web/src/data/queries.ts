import { queryOptions } from '@tanstack/react-query';
import { call } from './api.ts';

/** The season of an athlete, with its history, bases and orders. */
export const seasonQuery = (athleteId: string) =>
  queryOptions({
    queryKey: ['season', athleteId],
    queryFn: ({ signal }) => call('season', { params: { athleteId }, signal }),
  });

/** What is due of an athlete's weeks and what was sent. */
export const checkInsQuery = (athleteId: string) =>
  queryOptions({
    queryKey: ['check-ins', athleteId],
    queryFn: ({ signal }) => call('checkIns', { params: { athleteId }, signal }),
  });
