import type { Athlete } from '@maul/contract/people';
import { RosterRow as RowSchema, type RosterRow } from '@maul/contract/coaching';
import type { ResponseOf } from '@maul/contract/routes';
import { weekMean, weekRate } from '@maul/core/body';
import { checkInDue, coachNeed, PACKET_DAYS, signInWords } from '@maul/core/coaching';
import { confirmationHolds, countdown, phaseOn, phaseWeek } from '@maul/core/plan';
import { addDays, athleteDay, daysBetween, type IsoDate } from '@maul/core/units';
import { countingMorningsIn, paceIn } from '../body/index.ts';
import { logsIn, pausesIn } from '../diary/index.ts';
import { athletesIn, athletesOfCoach, noteReading, todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import type { KeptUntilChanged } from '../platform/events/watch.ts';
import { timelinesIn } from '../plan/index.ts';
import { signsOf } from './signs.ts';
import { type Words, wordsIn } from './store/weeks.ts';
import { sheetsOf, type WeekDay } from './weekSheets.ts';

/** The last seven days that are over: how many landed in their energy window, of how many with a log. */
const landing = (week: readonly WeekDay[]) => {
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

/** Pace is read over so many days: those that count are at most 28 of them, and refeeds leave gaps. */
const PACE_DAYS = 84;

interface Pause {
  from: IsoDate;
  until: IsoDate | null;
}
const pausedOn = (pauses: readonly Pause[], day: IsoDate): Pause | undefined =>
  pauses.find((p) => p.from <= day && (p.until === null || day <= p.until));

/** What the athlete's own rows say, whoever may see them: the figures of a roster that cost most, and change only when the athlete's rows do. */
const figuresOf = (
  athlete: Athlete,
  today: IsoDate,
  read: Awaited<ReturnType<typeof readFigures>>,
  pauses: readonly Pause[],
) => {
  const { id, dayTurnsAt } = athlete;
  const [log, plan] = [read?.logs.get(id), read?.plans.get(id)];
  if (!read || !log || !plan) throw new Error('an athlete of the roster was not read');
  const season = plan.seasonOn(today);
  const phase = phaseOn(season, today);
  const show = countdown(season, today);
  const weighIns = (read.mornings.get(id) ?? []).filter((one) => one.day <= today);
  const week = sheetsOf(log, plan, dayTurnsAt, addDays(today, -PACKET_DAYS), addDays(today, -1));
  const pace = paceIn(season, weighIns, (day) => pausedOn(pauses, day) !== undefined, today);
  return {
    odds: pace && pace.verdict !== 'early' && pace.verdict !== 'gaps' ? pace.odds : null,
    signs: signsOf(athlete, week, plan, weighIns, today).map(({ id: what, level, figure, worse }) => ({
      id: what,
      level,
      figure,
      worse,
    })),
    phase: phase?.kind ?? null,
    phaseWeek: phase ? phaseWeek(phase, today) : null,
    show: show ? { name: show.event.name, days: show.days } : null,
    rate: weekRate(weighIns, today),
    wanted: phase?.rate ?? null,
    weekMeanKg: weekMean(weighIns, today)?.kg ?? null,
    ...landing(week),
  };
};
export type Figures = ReturnType<typeof figuresOf>;

/** All that figures are made of, read for everybody at once: the queries are as many for one athlete as for a thousand. */
const readFigures = async (trx: AppTransaction, athletes: readonly Athlete[]) => {
  const ids = athletes.map((a) => a.id);
  // Zones put their days apart: read from the first of them to the last.
  const days = athletes.map(todayOf).sort();
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return undefined;
  const from = addDays(first, -PACKET_DAYS);
  return {
    logs: await logsIn(trx, ids, from, addDays(last, -1)),
    plans: await timelinesIn(trx, ids, from),
    mornings: await countingMorningsIn(trx, ids, addDays(first, -PACE_DAYS), last),
  };
};

const SAID_NOTHING: Words = { waiting: 0, first: null, last: null, open: 0, sent: null, confirmed: [] };

const rosterRow = (
  athlete: Athlete,
  today: IsoDate,
  { odds, signs, ...figures }: Figures,
  said: Words,
  pauses: readonly Pause[],
): RosterRow => {
  const { phase, rate, wanted, landed, logged, weighedShare } = figures;
  const { waiting, first, last, open, sent, confirmed } = said;
  const now = new Date().toISOString();
  const quietDays = last === null ? undefined : Math.max(0, daysBetween(last, today));
  const paused = pausedOn(pauses, today);
  const due = checkInDue({
    weekday: athlete.profile.checkInOn,
    today,
    sentTo: sent?.to ?? null,
    daily: phase === 'peak-week',
  });
  return {
    athleteId: athlete.id,
    name: athlete.name,
    federationClass: athlete.federationClass,
    today,
    ...figures,
    rate: rate ?? null,
    weighedShare: weighedShare ?? null,
    quietDays: quietDays ?? null,
    reader: athlete.reader,
    pausedUntil: paused ? (paused.until ?? 'open') : null,
    waitingNotes: waiting,
    waitingNote: first,
    openOrders: open,
    checkIn: sent,
    due: due && { on: due.on, late: due.late },
    need: coachNeed({
      harm: signs.filter((sign) => !confirmed.some((c) => confirmationHolds(sign, c, now))).map(signInWords),
      rate,
      odds,
      wanted: wanted ?? { low: -Infinity, high: Infinity },
      landed,
      logged,
      weighedShare,
      quietDays,
      hidden: !athlete.reader.sees.includes('log'),
      paused: paused !== undefined,
      waitingNotes: waiting,
      openOrders: open,
      daysToShow: figures.show?.days,
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

/** What figures depend on beside the athlete's rows: the day, and which of the rows whoever asks may see. */
const underOf = ({ reader }: Athlete, today: IsoDate): string =>
  `${today} ${[...reader.sees].sort().join(' ')}`;

const FAULT =
  'Something in this log could not be read, so there are no figures. Their day opens all the same.';

/**
 * Every athlete who shares with this coach, who needs the coach first on top. Figures that are kept are not read again. One athlete's fault costs their own
 * row; `failed` hears of it.
 */
export const roster = async (
  trx: AppTransaction,
  coachId: string,
  kept: KeptUntilChanged<Figures>,
  failed: (error: unknown) => void,
): Promise<ResponseOf<'roster'>> => {
  const everybody = [...(await athletesIn(trx, await athletesOfCoach(trx, coachId))).values()];
  const ids = everybody.map((a) => a.id);
  await noteReading(trx, ids, 'roster');
  return kept.reading(async (keep) => {
    const at = everybody.map((athlete) => {
      const today = todayOf(athlete);
      const under = underOf(athlete, today);
      return { athlete, today, under, known: kept.find(athlete.id, under) };
    });
    const unknown = at.filter(({ known }) => known === undefined).map(({ athlete }) => athlete);
    const read = await readFigures(trx, unknown);
    const words = await wordsIn(trx, ids, coachId);
    const pauses = await pausesIn(trx, ids);
    const athletes: RosterRow[] = [];
    const faults: ResponseOf<'roster'>['faults'] = [];
    for (const { athlete, today, under, known } of at)
      try {
        const { id } = athlete;
        const figures = known ?? figuresOf(athlete, today, read, pauses.get(id) ?? []);
        const said = words.get(id) ?? SAID_NOTHING;
        athletes.push(RowSchema.parse(rosterRow(athlete, today, figures, said, pauses.get(id) ?? [])));
        if (!known) keep(id, under, figures);
      } catch (error) {
        failed(error);
        faults.push({ athleteId: athlete.id, name: athlete.name, sentence: FAULT });
      }
    athletes.sort((a, b) => b.need.score - a.need.score || a.name.localeCompare(b.name));
    return { athletes, faults };
  });
};
