import type { Athlete } from '@maul/contract/people';
import { dayCompleteness, closingOf } from '@maul/core/diary';
import type { LoggedUsual } from '@maul/core/plan';
import { addDays } from '@maul/core/units';
import { logsIn } from '../../diary/index.ts';
import { noteReading, todayOf } from '../../people/index.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';
import type { Timeline } from '../../plan/index.ts';
import { packetDay } from '../packet.ts';
import { sheetsOf } from '../weekSheets.ts';

/** Usual is the mean of so many days. common practice, no source. */
const USUAL_DAYS = 28;

const meanOf = (values: readonly (number | undefined)[]): { mean: number } | null => {
  const known = values.filter((value) => value !== undefined);
  return known.length === 0 ? null : { mean: known.reduce((a, b) => a + b, 0) / known.length };
};

/** What the logs of the last four weeks say is usual of sodium, water and sleep; as many queries for one athlete as for all. */
export const usualIn = async (
  trx: AppTransaction,
  athletes: readonly Athlete[],
  plans: ReadonlyMap<string, Timeline>,
): Promise<Map<string, LoggedUsual>> => {
  const days = athletes.map(todayOf).sort();
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return new Map();
  const ids = athletes.map((a) => a.id);
  await noteReading(trx, ids, 'log');
  const logs = await logsIn(trx, ids, addDays(first, -USUAL_DAYS), addDays(last, -1));
  return new Map(
    athletes.flatMap((athlete): [string, LoggedUsual][] => {
      const [log, plan] = [logs.get(athlete.id), plans.get(athlete.id)];
      if (!log || !plan) return [];
      const today = todayOf(athlete);
      const sheets = sheetsOf(log, plan, athlete.dayTurnsAt, addDays(today, -USUAL_DAYS), addDays(today, -1));
      const said = sheets.map((one) => {
        const { figures, atLeast } = packetDay(one, null, { kg: undefined, steps: undefined });
        const whole = dayCompleteness(one.sheet, closingOf(one.entries)).complete;
        return {
          sodium: whole && !atLeast.includes('sodium') ? figures.sodium : undefined,
          water: figures.water,
          sleep: figures.sleep,
        };
      });
      return [
        [
          athlete.id,
          {
            sodium: meanOf(said.map((day) => day.sodium)),
            water: meanOf(said.map((day) => day.water)),
            sleep: meanOf(said.map((day) => day.sleep)),
          },
        ],
      ];
    }),
  );
};
