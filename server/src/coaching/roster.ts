import type { Athlete } from '@maul/contract/people';
import { pauseOn } from '../diary/index.ts';
import { athletesOfCoach, athleteOf, nameOf, todayOf } from '../people/index.ts';
import { countingMornings } from '../body/index.ts';
import { words } from './store.ts';
import { addDays, athleteDay, daysBetween, type IsoDate } from '@maul/core/units';
import { checkInDue, coachNeed, PACKET_DAYS } from '@maul/core/coaching';
import { countdown, phaseOn, phaseWeek } from '@maul/core/plan';
import { weekMean, weekRate } from '@maul/core/body';
import { RosterRow as RowSchema, type RosterRow } from '@maul/contract/coaching';
import type { ResponseOf } from '@maul/contract/routes';
import { orUndone, type AppTransaction } from '../platform/db/connect.ts';
import { seasonOn } from '../plan/index.ts';
import { weekSheets } from './weekSheets.ts';

/** The last seven days that are over: how many landed in their energy window, of how many with a log. */
const landing = async (trx: AppTransaction, athlete: Athlete, today: IsoDate) => {
  const week = await weekSheets(trx, athlete, addDays(today, -PACKET_DAYS), addDays(today, -1));
  const logged = week.flatMap(({ sheet }) => (sheet.nutrients.ENERC.eaten > 0 ? [sheet] : []));
  const kcal = logged.reduce((sum, { nutrients }) => sum + nutrients.ENERC.eaten, 0);
  const weighed = logged.reduce(
    (sum, { nutrients, weighedShare }) => sum + nutrients.ENERC.eaten * (weighedShare ?? 0),
    0,
  );
  return {
    landed: logged.filter(({ nutrients }) => nutrients.ENERC.state === 'inside').length,
    logged: logged.length,
    weighedShare: kcal > 0 ? weighed / kcal : undefined,
  };
};

const rosterRow = async (trx: AppTransaction, athleteId: string, coachId: string): Promise<RosterRow> => {
  const athlete = await athleteOf(trx, athleteId);
  const today = todayOf(athlete);
  const season = await seasonOn(trx, athleteId, today);
  const phase = phaseOn(season, today);
  const show = countdown(season, today);
  const weighIns = await countingMornings(trx, athleteId, addDays(today, -14), today);
  const rate = weekRate(weighIns, today);
  const { landed, logged, weighedShare } = await landing(trx, athlete, today);
  const { waiting, first, last, open, sent } = await words(trx, athleteId, coachId);
  const quietDays = last === null ? undefined : Math.max(0, daysBetween(last, today));
  const paused = await pauseOn(trx, athleteId, today);
  const wanted = phase?.rate ?? null;
  const due = checkInDue({
    weekday: athlete.profile.checkInOn,
    today,
    sentTo: sent?.to ?? null,
    daily: phase?.kind === 'peak-week',
  });
  return {
    athleteId,
    name: athlete.name,
    federationClass: athlete.federationClass,
    today,
    phase: phase?.kind ?? null,
    phaseWeek: phase ? phaseWeek(phase, today) : null,
    show: show ? { name: show.event.name, days: show.days } : null,
    rate: rate ?? null,
    wanted,
    weekMeanKg: weekMean(weighIns, today)?.kg ?? null,
    landed,
    logged,
    weighedShare: weighedShare ?? null,
    quietDays: quietDays ?? null,
    pausedUntil: paused ? (paused.until ?? 'open') : null,
    waitingNotes: waiting,
    waitingNote: first,
    openOrders: open,
    checkIn: sent,
    due: due && { on: due.on, late: due.late },
    need: coachNeed({
      rate,
      wanted: wanted ?? { low: -Infinity, high: Infinity },
      landed,
      logged,
      weighedShare,
      quietDays,
      paused: paused !== undefined,
      waitingNotes: waiting,
      openOrders: open,
      daysToShow: show?.days,
      weekWaits:
        sent === null || sent.answered
          ? undefined
          : Math.max(
              0,
              daysBetween(athleteDay(new Date(sent.sentAt), athlete.zone, athlete.dayTurnsAt), today),
            ),
      weekLate: due?.late ?? 0,
    }),
  };
};

const FAULT =
  'Something in this log could not be read, so there are no figures. Their day opens all the same.';

/** Every athlete who shares with this coach, who needs the coach first on top. One athlete's fault costs their own row; `failed` hears of it. */
export const roster = async (
  trx: AppTransaction,
  coachId: string,
  failed: (error: unknown) => void,
): Promise<ResponseOf<'roster'>> => {
  const athletes: RosterRow[] = [];
  const faults: ResponseOf<'roster'>['faults'] = [];
  for (const athleteId of await athletesOfCoach(trx, coachId)) {
    const row = await orUndone(
      trx,
      async () => RowSchema.parse(await rosterRow(trx, athleteId, coachId)),
      failed,
    );
    if (row) athletes.push(row);
    else faults.push({ athleteId, name: await nameOf(trx, athleteId), sentence: FAULT });
  }
  athletes.sort((a, b) => b.need.score - a.need.score || a.name.localeCompare(b.name));
  return { athletes, faults };
};
