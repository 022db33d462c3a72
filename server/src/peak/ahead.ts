import type { PeakLog } from '@maul/contract/peak';
import type { Athlete } from '@maul/contract/people';
import {
  type BodyBasis,
  carbBasisOn,
  expectedMorning,
  filterExpenditure,
  type LoggedDay,
  LOOK_BACK_DAYS,
} from '@maul/core/body';
import { boardDay, offsetOn } from '@maul/core/peak';
import { dayTargets, phaseOn, type Season } from '@maul/core/plan';
import { addDays, datesFrom, daysBetween, type IsoDate } from '@maul/core/units';
import { basesAround, loggedDays } from '../body/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';

/** A day eaten as it is planned: energy and carbohydrate by its targets, sodium where a board plans it. What lies in the gut is not known. */
const asPlanned = (season: Season, bases: readonly BodyBasis[], day: IsoDate): LoggedDay => {
  // Orders do not act on the days of a board.
  const windows = dayTargets(season, bases, [], day)?.windows;
  const phase = phaseOn(season, day);
  const fibre = carbBasisOn(bases, day) === 'available' ? (windows?.FIBTG?.aim ?? 0) : 0;
  return {
    day,
    kg: null,
    kcal: windows?.ENERC?.aim ?? null,
    carbs: windows?.CARB ? windows.CARB.aim + fibre : null,
    sodium: phase?.board
      ? boardDay(phase.board, offsetOn({ to: phase.to, board: phase.board }, day)).cells.sodium.value
      : null,
    cycleDay: null,
  };
};

/** The mornings from tomorrow to the end of a board, each said from today's data and the days as the season in force plans them; kg. */
export const morningsAhead = async (
  trx: AppTransaction,
  athlete: Pick<Athlete, 'id'>,
  season: Season,
  to: IsoDate,
  today: IsoDate,
): Promise<PeakLog['expected']> => {
  if (!phaseOn(season, to)?.board || to <= today) return [];
  const begins = addDays(today, -LOOK_BACK_DAYS);
  const start = (await basesAround(trx, athlete.id, begins))[0];
  if (!start) return [];
  const bases = await basesAround(trx, athlete.id, today);
  const log = await loggedDays(trx, athlete.id, begins, today);
  const now = log.at(-1);
  const cycled = now?.cycleDay ?? null;
  const days: LoggedDay[] = [
    // The rest of today is eaten as planned.
    ...log.map((day) =>
      day === now && day.kcal === null
        ? { ...asPlanned(season, bases, today), kg: day.kg, cycleDay: day.cycleDay }
        : day,
    ),
    ...datesFrom(addDays(today, 1), daysBetween(today, to)).map((date, i) => ({
      ...asPlanned(season, bases, date),
      cycleDay: cycled === null ? null : cycled + i + 1,
    })),
  ];
  const told = new Map(filterExpenditure(days, start).map((one) => [one.day, one]));
  return days.flatMap((before, i): PeakLog['expected'] => {
    const next = days[i + 1];
    const [from, then] = [told.get(before.day), next && told.get(next.day)];
    return next && from && then && next.day > today
      ? [{ day: next.day, ...expectedMorning(from, then, before), asPlanned: true }]
      : [];
  });
};
