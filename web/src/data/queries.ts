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

/** Words beside days and meals that wait for an answer, on either side. */
export const questionsQuery = queryOptions({
  queryKey: ['questions'],
  queryFn: ({ signal }) => call('questions', { signal }),
});
