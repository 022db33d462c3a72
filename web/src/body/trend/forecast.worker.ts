import { chanceOf, forecastFan, type FanDay, type ForecastInput } from '@maul/core/body';
import { seededRandom } from '@maul/core/random';
import { expose } from 'comlink';

/** What is asked of each way to go on: its planned intake, and what is wanted at the end. */
export interface ForecastAsked {
  input: ForecastInput;
  wanted: { low: number; high: number } | null;
  /** The fastest loss that is allowed, % of body mass a week. */
  percent: number;
}
export interface ForecastTold {
  days: FanDay[];
  chance: { inside: number; gentle: number; both: number } | null;
}

const api = {
  /** Each way to go on, over the same draws, so that they differ by what was changed alone. */
  fans: (asked: ForecastAsked[]): ForecastTold[] =>
    asked.map(({ input, wanted, percent }) => {
      const fan = forecastFan(input, seededRandom(1));
      return { days: fan.days, chance: wanted && chanceOf(fan, wanted, percent) };
    }),
};
export type ForecastApi = typeof api;
expose(api);
