import type { Units } from '@maul/contract/people';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { bodyNumber, bodyText, toKg } from '../../ui/formats/units.ts';
import type { EatingAs, Question } from './ahead.ts';
import type { ForecastTold } from './forecast.worker.ts';
import { percentOf } from './words.ts';

/** What is asked of the forecast, and how likely it is: the weight, the pace, the show and the rate can each be moved. */
export const Ask = ({
  question,
  onAsk,
  as,
  chance,
  nowKg,
  units,
  horizon,
  hasShow,
}: {
  question: Question;
  onAsk: (change: Partial<Question>) => void;
  as: EatingAs;
  chance: ForecastTold['chance'] | undefined;
  nowKg: number;
  units: Units;
  horizon: string;
  hasShow: boolean;
}) => {
  const { wantedKg, percent, shiftWeeks, rate } = question;
  const down = (wantedKg ?? 0) <= nowKg;
  return (
    <section aria-label="Ask the forecast" className="trend-part rows">
      <h2 className="panel-title">Ask the forecast</h2>
      {as === 'rate' && (
        <NumberField
          label="Change by, % a week"
          value={rate}
          min={-1.5}
          max={1.5}
          onChange={(next) => onAsk({ rate: next })}
        />
      )}
      <div className="pair">
        <NumberField
          label={`Weight wanted, ${units.body}`}
          value={wantedKg === null ? null : Math.round(bodyNumber(wantedKg, units) * 10) / 10}
          min={units.body === 'kg' ? 25 : 56}
          max={units.body === 'kg' ? 350 : 770}
          onChange={(next) => onAsk({ wantedKg: toKg(next, units) })}
          onEmpty={() => onAsk({ wantedKg: null })}
        />
        <NumberField
          label="No faster than, %/week"
          value={percent}
          min={0.1}
          max={3}
          onChange={(next) => onAsk({ percent: next })}
        />
      </div>
      <NumberField
        label={hasShow ? 'Move the show, weeks' : 'Look further, weeks'}
        value={shiftWeeks}
        min={-26}
        max={26}
        whole
        onChange={(next) => onAsk({ shiftWeeks: next })}
        help={shiftWeeks === 0 ? undefined : 'Only here: the season stays as it is.'}
      />
      {chance && wantedKg !== null ? (
        <p role="status">
          <b>{percentOf(chance.both)} likely</b>: {bodyText(wantedKg, units)} or {down ? 'less' : 'more'}{' '}
          {horizon}, with no week of losing faster than {percent} %. The weight alone{' '}
          {percentOf(chance.inside)}, the pace alone {percentOf(chance.gentle)}.
        </p>
      ) : (
        <p className="second">Type a weight to see how likely it is.</p>
      )}
    </section>
  );
};
