import type { ResponseOf } from '@maul/contract/routes';
import { teamDates } from '@maul/core/coaching';
import { addDays } from '@maul/core/units';
import { athletesIn, athletesOfCoach, todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { calendarText, timelinesIn } from '../plan/index.ts';

/** A team's dates are looked ahead so far, days. */
const AHEAD = 84;

/** The dates of every athlete who shares with this coach, from the first of their days that it is anywhere. */
export const datesOfTeam = async (trx: AppTransaction, coachId: string): Promise<ResponseOf<'teamDates'>> => {
  const athletes = [...(await athletesIn(trx, await athletesOfCoach(trx, coachId))).values()];
  const today = athletes.map(todayOf).sort()[0] ?? todayOf({ zone: 'UTC', dayTurnsAt: 0 });
  const to = addDays(today, AHEAD);
  const plans = await timelinesIn(
    trx,
    athletes.map((a) => a.id),
    today,
  );
  const members = athletes.flatMap((athlete) => {
    const season = plans.get(athlete.id)?.seasonOn(today);
    const { id: athleteId, name } = athlete;
    return season ? [{ athleteId, name, season, checkInOn: athlete.profile.checkInOn }] : [];
  });
  return { today, to, dates: teamDates(members, today, to) };
};

/** The same as an iCalendar, RFC 5545. */
export const calendarOfTeam = async (trx: AppTransaction, coachId: string): Promise<string> => {
  const { dates } = await datesOfTeam(trx, coachId);
  return calendarText(
    'Maul, my athletes',
    dates.map(({ id, name, kind, what, from, to }) => ({
      id,
      kind: kind === 'show' || kind === 'shoot' || kind === 'trip' ? 'event' : 'phase',
      title: `${name}: ${what}`,
      from,
      to,
      time: null,
    })),
    new Date(),
  );
};
