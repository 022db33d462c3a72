import { reboundOn } from '@maul/core/peak';
import { AFTER_SHOW_STEPS, type AfterShowWay } from '@maul/core/plan';
import { daysBetween, type IsoDate } from '@maul/core/units';
import type { Units } from '@maul/contract/people';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useTrend } from '../body/index.ts';
import { plural, shortDate } from '../ui/formats/show.ts';
import { bodyFigure, bodyText, energyFigure } from '../ui/formats/units.ts';

/** Days that are read back, and how near a morning lies to the show to stand for it. */
const SPAN = 84;
const NEAR = 2;

const WAYS = [
  { way: 'steps', label: 'Plan small steps', steps: AFTER_SHOW_STEPS },
  { way: 'at once', label: 'Plan maintenance at once', steps: AFTER_SHOW_STEPS.slice(0, 1) },
] as const satisfies readonly { way: AfterShowWay; label: string; steps: readonly number[] }[];

/** What the scale may show after a show, so that nobody is frightened by water, and what is no matter of waiting. */
export const AfterShow = ({
  athleteId,
  show,
  today,
  units,
  hideWeight,
  hideEnergy,
  expenditure,
  onPlan,
}: {
  athleteId: string;
  show: IsoDate;
  today: IsoDate;
  units: Units;
  hideWeight: boolean;
  hideEnergy: boolean;
  /** What is spent on a day, kcal. */
  expenditure: number | undefined;
  /** Lays the weeks after the show from today on; nothing where they are none. */
  onPlan: ((way: AfterShowWay) => void) | null;
}) => {
  const { data } = useTrend(athleteId, SPAN);
  const days = daysBetween(show, today);
  const mornings = data?.days.filter((d) => d.kg !== null && d.counts) ?? [];
  const morning = mornings.findLast((d) => d.day <= show && daysBetween(d.day, show) <= NEAR);
  const last = mornings.at(-1);
  const expected = morning?.kg != null ? reboundOn(morning.kg, days) : undefined;
  const now = last?.kg != null && last.day > show ? last.kg : undefined;
  return (
    <section aria-label="After the show" className="peak-part">
      <h2 className="panel-title">
        After the show{' '}
        <span className="second">
          {plural(days, 'day')} since {shortDate(show)}
        </span>
      </h2>
      {expected && morning?.kg != null && !hideWeight ? (
        <p>
          {bodyText(morning.kg, units)} on the morning of the show; now {bodyFigure(expected.low, units)} to{' '}
          {bodyText(expected.high, units)} is expected.
          {now !== undefined &&
            ` ${bodyText(now, units)} came: ${now < expected.low ? 'below it' : now > expected.high ? 'above it' : 'inside'}.`}
        </p>
      ) : (
        !hideWeight && (
          <p className="second">No morning near the show was weighed, so nothing is expected in kg.</p>
        )
      )}
      <p>
        The first week brings 1 to 3 %: water, food and glycogen, not tissue. Salt and water go back to usual
        at once. Then 0.25 to 1 % a week, until body fat is about 8 to 10 % (men) or 18 to 20 % (women), or
        the period is back.
      </p>
      <p>
        Two ways, both without a deficit for four weeks: <b>small steps</b> a week from maintenance on, which
        is easier to follow; or <b>back to maintenance at once</b>, which ends the lack sooner and shows more
        on the scale at first. Energy for the body (45 kcal per kg of lean mass after training) counts for
        more than either. A pause of the log is a choice.
      </p>
      {onPlan && (
        <div className="peak-ways">
          {WAYS.map(({ way, label, steps }) => (
            <p key={way} className="peak-line">
              <Button size="small" variant="outlined" onClick={() => onPlan(way)}>
                {label}
              </Button>
              {expenditure !== undefined && !hideEnergy && (
                <span className="second n">
                  {steps.map((s) => energyFigure(expenditure + s, units)).join(', ')} {units.energy} a day
                  {steps.length > 1 ? ', week by week' : ''}
                </span>
              )}
            </p>
          ))}
          <p className="second">
            From today on, to be signed below. <Link to="/today">A pause of the log</Link> is in the day’s
            menu; one look a week is enough.
          </p>
        </div>
      )}
      <p>
        <b>To a doctor:</b> ankles that stay swollen, breathlessness, palpitations, loss of control in eating,
        a period that does not come back. After more than ten days of very little food, or with a BMI below
        16, before any loading.
      </p>
      <p className="quiet">common practice, from memory</p>
    </section>
  );
};
