import { localMoment, minutesOf } from '../units/index.ts';

/** Hours in which a coach is asked nothing: clock times in their zone, over midnight where the end lies before the beginning. */
export interface Silence {
  from: string;
  to: string;
  zone: string;
}

/**
 * Whether it is silent at a moment. The beginning belongs to the silence, the end does not; hours that begin when they end are none.
 *
 * @example
 * const night = { from: '21:00', to: '07:00', zone: 'Europe/Vienna' };
 * isSilent(night, new Date('2026-11-28T22:30:00Z')) // => true
 */
export const isSilent = ({ from, to, zone }: Silence, at: Date): boolean => {
  const now = localMoment(at, zone).minutes;
  const [start, end] = [minutesOf(from), minutesOf(to)];
  return start <= end ? now >= start && now < end : now >= start || now < end;
};
