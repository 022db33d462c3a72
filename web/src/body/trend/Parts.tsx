import type { FanDay } from '@maul/core/body';
import type { TrendDay } from '@maul/contract/body';
import type { Units } from '@maul/contract/people';
import type { SeasonDocument } from '@maul/contract/plan';
import { countdown, phaseName, phaseOn, phaseWeek } from '@maul/core/plan';
import { K90 } from '@maul/core/units';
import { Link } from 'react-router';
import { weeksAndDays } from '../../ui/formats/show.ts';
import { bodyNumber, bodyText, energyNumber, energyText } from '../../ui/formats/units.ts';
import type { School } from './series.ts';

/** Whose trend it is, where the phase stands, and the way to what is beside it. */
export const Head = ({ document, own }: { document: SeasonDocument; own: boolean }) => {
  const phase = phaseOn(document.season, document.today);
  const next = countdown(document.season, document.today);
  const week = phase && phaseWeek(phase, document.today);
  return (
    <div className="trend-head">
      {!own && (
        <p className="athlete-line">
          <Link to="/roster">Roster</Link> <span aria-hidden>›</span>{' '}
          <Link to={`/athletes/${document.athlete.id}/${document.today}`}>{document.athlete.name}</Link>
        </p>
      )}
      <h1 className="page-title">{own ? 'Trend' : `${document.athlete.name}: trend`}</h1>
      <p className="second">
        {phase && week ? `${phaseName(phase)}, week ${week.week} of ${week.of}` : 'No phase today'}
        {next ? ` · ${weeksAndDays(next)} to ${next.event.name}` : ''}
        {own && (
          <>
            {' '}
            · <Link to="/morning">This morning</Link> · <Link to="/measures">Measures</Link>
          </>
        )}{' '}
        {own && (
          <>
            · <Link to="/activity">Activity</Link> · <Link to="/goes-with">What goes with what</Link>{' '}
          </>
        )}
        · <Link to={own ? '/pictures' : `/athletes/${document.athlete.id}/pictures`}>Pictures</Link>
      </p>
    </div>
  );
};

/** What the marks of the chart mean; single days of eating only where they are drawn. */
export const Key = ({ hidden, school, single }: { hidden: boolean; school: School; single: boolean }) => (
  <ul className="trend-key" aria-label="Key">
    {!hidden && (
      <>
        <li className="key-dot">one morning</li>
        <li className="key-week">mean of the week</li>
        <li className="key-week key-kept">week inside the wanted pace</li>
        {school !== 'weeks' && <li className="key-line">trend{school === 'filter' ? ', 90 %' : ''}</li>}
        <li className="key-fan">forecast, 10 to 90 %</li>
      </>
    )}
    {single && <li className="key-dash">eaten, one day</li>}
  </ul>
);

/** What the chart says, in a sentence under it. */
export const Said = ({
  now,
  spent,
  end,
  horizon,
  fatKnown,
  units,
  hidden,
}: {
  now: TrendDay | undefined;
  spent: TrendDay | undefined;
  end: FanDay | undefined;
  horizon: string;
  fatKnown: boolean;
  units: Units;
  hidden: boolean;
}) => (
  <p className="trend-said">
    {now?.weightKg != null && !hidden && (
      <>
        <b>{bodyText(now.weightKg, units)}</b> trend today ±{' '}
        {(K90 * bodyNumber(now.weightSd ?? 0, units)).toFixed(1)} (90 %).{' '}
      </>
    )}
    {spent?.expenditure != null && (
      <>
        <b>{energyText(spent.expenditure, units)}</b> expenditure ±{' '}
        {Math.round(K90 * energyNumber(spent.expenditureSd ?? 0, units))} (90 %), as you log.{' '}
      </>
    )}
    {end && !hidden && (
      <span className="is-planned">
        <b>{bodyText(end.kg.mid, units)}</b> {horizon}, {bodyText(end.kg.low, units)} to{' '}
        {bodyText(end.kg.high, units)} (10 to 90 %), body fat {end.fatPercent.low.toFixed(0)} to{' '}
        {end.fatPercent.high.toFixed(0)} %{fatKnown ? '' : ' (no body fat is known: taken by eye)'}.
      </span>
    )}
  </p>
);
