import type { Trend } from '@maul/contract/body';
import type { Units } from '@maul/contract/people';
import { weeksOf } from '@maul/core/body';
import { signedText, whole } from '@maul/core/units';
import { bodyFigure, energyFigure } from '../../ui/formats/units.ts';
import { plural, shortDate } from '../../ui/formats/show.ts';

/** The chart as a table: a row a week, the newest first. */
export const WeekTable = ({
  trend,
  units,
  startsOn,
  hidden,
}: {
  trend: Trend;
  units: Units;
  startsOn: number;
  hidden: boolean;
}) => {
  const weeks = weeksOf(
    trend.days.map((d) => ({ ...d, kg: d.counts ? d.kg : null })),
    startsOn,
  ).reverse();
  return (
    <table className="week-table">
      <caption className="hidden">Means of each week</caption>
      <thead>
        <tr>
          <th scope="col">Week of</th>
          {!hidden && (
            <>
              <th scope="col">Weight, {units.body}</th>
              <th scope="col">Change, %</th>
            </>
          )}
          <th scope="col">Eaten, {units.energy}</th>
          <th scope="col">Expenditure, {units.energy}</th>
          <th scope="col">Weighed</th>
          <th scope="col">Steps</th>
        </tr>
      </thead>
      <tbody>
        {weeks.map((w) => (
          <tr key={w.from}>
            <th scope="row">{shortDate(w.from)}</th>
            {!hidden && (
              <>
                <td title={w.kg ? plural(w.kg.days, 'morning') : undefined}>
                  {w.kg ? bodyFigure(w.kg.mean, units) : 'not known'}
                </td>
                <td>{w.rate === undefined ? '' : signedText(w.rate, 2)}</td>
              </>
            )}
            <td title={w.kcal ? plural(w.kcal.days, 'complete day') : undefined}>
              {w.kcal ? energyFigure(w.kcal.mean, units) : 'not known'}
            </td>
            <td>{w.expenditure ? energyFigure(w.expenditure.mean, units) : 'not known'}</td>
            <td>{w.weighedShare ? `${Math.round(100 * w.weighedShare.mean)} %` : ''}</td>
            <td>{w.steps ? whole(w.steps.mean) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};
