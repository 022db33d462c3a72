import type { PortionRow } from '@maul/contract/diary';
import { hiddenEnergy } from '@maul/core/foods';
import { K90 } from '@maul/core/units';
import { portionUncertainty } from '@maul/core/diary';
import { gramsText, oneDecimal } from '../../ui/formats/show.ts';

const readingsText = (readings: number): string =>
  readings === 3 ? 'three readings, one of them of the container from memory' : 'two readings';

/** Everything that stands behind a portion's grams: what the scale said, how sure that is, and what its label may hide. */
export const TrailText = ({ portion }: { portion: PortionRow }) => {
  const { trail, grams, method, food } = portion;
  const doubt = grams !== null && method !== null ? portionUncertainty({ ...portion, grams, method }) : null;
  const hidden = food.label && grams !== null ? hiddenEnergy(food.label, grams) : undefined;
  return (
    <div className="trail">
      {trail && (
        <dl>
          <dt>{trail.way === 'take' ? 'Before it was taken out' : 'Gross'}</dt>
          <dd className="n">{gramsText(trail.way === 'take' ? trail.tare : trail.gross)} g</dd>
          <dt>{trail.way === 'take' ? 'After' : 'Tare'}</dt>
          <dd className="n">{gramsText(trail.way === 'take' ? trail.gross : trail.tare)} g</dd>
          <dt>Net</dt>
          <dd className="n">{gramsText(trail.net)} g</dd>
          <dt>Step of the scale</dt>
          <dd className="n">{gramsText(trail.division)} g</dd>
          <dt>It</dt>
          <dd>
            {trail.settled === 'stable'
              ? 'stood still'
              : `was taken while moving${trail.span ? ` over ${gramsText(trail.span)} g` : ''}`}
          </dd>
          <dt>When</dt>
          <dd>{new Date(trail.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</dd>
          <dt>Source</dt>
          <dd>{trail.source}</dd>
        </dl>
      )}
      {doubt !== null && grams !== null && (
        <p className="second">
          {gramsText(grams)} g ± {(K90 * doubt).toFixed(1)} g (90 %)
          {trail
            ? `, from ${readingsText(trail.readings ?? 2)} and the scale’s calibration`
            : ', from how it was measured'}
          .
        </p>
      )}
      {food.yield && (
        <p className="second">
          Reckoned from {food.yield.from}, x {food.yield.factor.toFixed(2)} {food.yield.method}:{' '}
          {food.yield.source}.
        </p>
      )}
      {hidden && (
        <p className="second">
          Its label rounds its energy: this portion may hold {oneDecimal(hidden.low)} to{' '}
          {oneDecimal(hidden.high)} kcal.
        </p>
      )}
    </div>
  );
};
