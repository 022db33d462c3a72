import { NO_DEFICIT_DAYS } from '../../peak/index.ts';
import { addDays, whole } from '../../units/index.ts';
import type { Season } from '../season/season.ts';
import type { DayTargets } from '../targets/targets.ts';
import { belowExpenditure } from './plan.ts';
import { type Caution, DOCTOR_OR_DIETITIAN, PRACTICE } from './types.ts';

/** A deficit planned within four weeks of the last show. Between two shows there is none that is the last. */
export const afterShowCautions = (season: Season, days: readonly DayTargets[]): Caution[] => {
  const last = season.events
    .filter((e) => e.kind === 'show')
    .map((e) => e.date)
    .sort()
    .at(-1);
  if (last === undefined) return [];
  const until = addDays(last, NO_DEFICIT_DAYS);
  const found = days.find((d) => d.date > last && d.date <= until && belowExpenditure(d));
  const aim = found?.windows.ENERC?.aim;
  if (!found || aim === undefined) return [];
  return [
    {
      id: 'after-show-deficit',
      level: 'note',
      sentence: `On ${found.date}, within four weeks of the last show, ${whole(aim)} of about ${whole(found.basis.expenditure)} kcal are planned. After a show the body needs to come back first: no deficit for four weeks.`,
      source: `${PRACTICE}, from memory`,
      see: DOCTOR_OR_DIETITIAN,
      figure: aim,
      worse: 'lower',
      needs: null,
    },
  ];
};
