import type { Trend } from '@maul/contract/body';
import { morningSentence, partsInWords } from '@maul/core/body';
import type { Units } from '@maul/contract/people';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { bodyFigure, bodyNumber } from '../../ui/formats/units.ts';
import { shortDate } from '../../ui/formats/show.ts';

const UNKNOWN = { carbs: 'carbs', salt: 'sodium', gut: 'how much food' } as const;

const unknownText = (unknown: readonly (keyof typeof UNKNOWN)[]): string | null =>
  unknown.length === 0
    ? null
    : `Not known of the day before: ${unknown.map((u) => UNKNOWN[u]).join(', ')}. They are taken as usual.`;

/** What the scale is expected to show tomorrow, with its parts, and what came this morning. */
export const Tomorrow = ({ trend, units }: { trend: Trend; units: Units }) => {
  const { tomorrow, thisMorning, kept, pace } = trend;
  const inUnits = (kg: number): number => bodyNumber(kg, units);
  const figure = (kg: number): string => bodyFigure(kg, units);
  const today = trend.days.at(-1)?.kg ?? null;
  return (
    <section aria-label="Tomorrow’s scale" className="trend-part">
      <h2 className="panel-title">Tomorrow’s scale</h2>
      {tomorrow ? (
        <>
          <p className="trend-figure is-planned">
            {figure(tomorrow.low)} <small>to</small> {figure(tomorrow.high)} <small>{units.body}</small>
          </p>
          <p className="second">
            {shortDate(tomorrow.day)}, 90 %; middle {figure(tomorrow.kg)}
            {tomorrow.asPlanned ? ', if the rest of today is eaten as planned' : ''}.
          </p>
          <p>
            {partsInWords(tomorrow, inUnits) === ''
              ? 'Nothing you ate today is expected to change it by 0.1 or more.'
              : `${partsInWords(tomorrow, inUnits)}.`}
          </p>
          <Gauge
            label="Expected weight"
            unit={units.body}
            value={inUnits(tomorrow.kg)}
            spread={inUnits((tomorrow.high - tomorrow.low) / 2)}
            window={null}
            pointer
            lo={inUnits(Math.floor(Math.min(tomorrow.low, today ?? tomorrow.low) * 2 - 1) / 2)}
            hi={inUnits(Math.ceil(Math.max(tomorrow.high, today ?? tomorrow.high) * 2 + 1) / 2)}
            labels
          />
          {unknownText(tomorrow.unknown) !== null && <p className="quiet">{unknownText(tomorrow.unknown)}</p>}
        </>
      ) : (
        <p className="second">It is said once a first morning is weighed.</p>
      )}
      {thisMorning && (
        <p>
          <b>This morning</b> {figure(thisMorning.low)} to {figure(thisMorning.high)} was expected,{' '}
          {figure(thisMorning.came)} came{thisMorning.inside ? ', inside' : ''}.{' '}
          {morningSentence(thisMorning, pace?.slope?.kgPerWeek, units.body, inUnits)}
        </p>
      )}
      {kept.of >= 7 && (
        <p className="quiet">
          Inside on {kept.inside} of the last {kept.of} mornings; 90 % was promised.
        </p>
      )}
    </section>
  );
};
