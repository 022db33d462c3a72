import type { CarbBasis } from '@maul/core/nutrition';
import { amountsIn, boxDoubt } from '@maul/core/kitchen';
import { K90, whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { gramsText } from '../../ui/formats/show.ts';
import { momentText } from '../words.ts';
import { Balance } from './Balance.tsx';
import { YieldRule } from './PotStage.tsx';
import { resultOf, type BatchRow } from './useBatch.ts';

/** A batch that is put away: what it came to, step by step, said against what was planned. */
export const DoneBatch = ({
  row,
  athleteId,
  basis,
}: {
  row: BatchRow;
  athleteId: string;
  basis: CarbBasis;
}) => {
  const { thing } = row;
  const result = resultOf(thing);
  if (!result.ok) return <p className="batch-one is-over">{result.sentence}</p>;
  const { balance, per100g, doubt } = result.batch;
  const steps = thing.steps.filter((s) => s.startedAt !== null && s.endedAt !== null);
  return (
    <div className="batch-page">
      <div className="batch-strip">
        <b>{thing.name}</b>
        <span className="second">{momentText(thing.cookedAt ?? thing.startedAt)}</span>
      </div>
      <div className="batch-one rows">
        <Balance balance={balance} />
        <YieldRule row={row} athleteId={athleteId} />
        <table className="batch-table">
          <caption>What went in</caption>
          <thead>
            <tr>
              <th scope="col">Food</th>
              <th scope="col">planned</th>
              <th scope="col">weighed</th>
            </tr>
          </thead>
          <tbody>
            {thing.parts.map((p) => (
              <tr key={p.id}>
                <th scope="row">{p.food.name}</th>
                <td>{p.planned === null ? '' : gramsText(p.planned)}</td>
                <td>{p.grams === null ? 'left out' : gramsText(p.grams)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {steps.length > 0 && (
          <table className="batch-table">
            <caption>Steps</caption>
            <thead>
              <tr>
                <th scope="col">Step</th>
                <th scope="col">said</th>
                <th scope="col">done</th>
              </tr>
            </thead>
            <tbody>
              {steps.map((s) => (
                <tr key={s.id}>
                  <th scope="row">{s.text}</th>
                  <td>
                    {s.minutes === null ? '' : `${s.minutes} min`}{' '}
                    {s.celsius === null ? '' : `${Math.round(s.celsius)} °C`}
                  </td>
                  <td>
                    {Math.round((Date.parse(s.endedAt ?? '') - Date.parse(s.startedAt ?? '')) / 60_000)} min{' '}
                    {s.didCelsius === null ? '' : `${Math.round(s.didCelsius)} °C`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {thing.coreCelsius !== null && <p>Inside: {Math.round(thing.coreCelsius)} °C.</p>}
        <table className="batch-table">
          <caption>Boxes</caption>
          <thead>
            <tr>
              <th scope="col">Box</th>
              <th scope="col">g</th>
              <th scope="col">kcal, 90 %</th>
              <th scope="col">P</th>
            </tr>
          </thead>
          <tbody>
            {thing.boxes.flatMap((b) => {
              if (b.grams === null) return [];
              const { ENERC, PROCNT } = amountsIn(per100g, b.grams, basis);
              const band = ENERC === undefined ? 0 : ENERC * boxDoubt(doubt, b.grams, b.division ?? 1) * K90;
              return [
                <tr key={b.id}>
                  <th scope="row">
                    <Link to={`/kitchen/box/${athleteId}/${b.id}`}>{b.label}</Link>
                  </th>
                  <td>{gramsText(Math.round(b.grams * 10) / 10)}</td>
                  <td>{ENERC === undefined ? '?' : `${whole(ENERC)} ± ${whole(band)}`}</td>
                  <td>{PROCNT === undefined ? '?' : PROCNT.toFixed(1)}</td>
                </tr>,
              ];
            })}
          </tbody>
        </table>
        {(thing.left > 0 || thing.waste > 0 || thing.loss > 0) && (
          <p className="second">
            {[
              thing.left > 0 && `${gramsText(thing.left)} g left over`,
              thing.waste > 0 && `${gramsText(thing.waste)} g thrown away`,
              thing.loss > 0 && `${gramsText(thing.loss)} g clung to the pot`,
            ]
              .filter(Boolean)
              .join(', ')}
            .
          </p>
        )}
        <div className="kit-buttons">
          <Button variant="contained" component={Link} to={`/kitchen/batch/${row.id}/labels`}>
            Labels for the boxes
          </Button>
          <Button component={Link} to="/kitchen">
            Stock
          </Button>
          <Button component={Link} to="/kitchen/recipes">
            Recipes
          </Button>
        </div>
      </div>
    </div>
  );
};
