import { costOf, proteinCost } from '@maul/core/kitchen';
import { groupDistance, groupOf } from '@maul/core/foods';
import { whole } from '@maul/core/units';
import type { KitchenPlanView } from '../usePlan.ts';
import { money } from '../words.ts';
import type { ShoppingView } from './lines.ts';

/** What the coming days cost, which protein is dearest, and what is cheaper for the same use. */
export const Costs = ({ view, shopping }: { view: KitchenPlanView; shopping: ShoppingView }) => {
  const { prices, wanted, days } = shopping;
  if (prices.length === 0) return null;
  const { currency } = view.rule;
  const { minor, unknown } = costOf(wanted, prices);
  const foods = [...new Map(wanted.map((w) => [w.food.id, w.food])).values()];
  const proteins = foods
    .flatMap((food) => {
      const price = prices.find((p) => p.foodId === food.id);
      const per = price ? proteinCost(food, price) : null;
      // Less than 8 g in 100 g is eaten for something else. common practice, no source.
      return per === null || (food.per100g.PROCNT ?? 0) < 8 ? [] : [{ food, per }];
    })
    .sort((a, b) => b.per - a.per);
  const [dearest] = proteins;
  const cheaper =
    dearest &&
    proteins.findLast(
      (p) =>
        p.per < dearest.per && groupDistance(groupOf(dearest.food as never), groupOf(p.food as never)) < 2,
    );
  const grams = dearest
    ? wanted.filter((w) => w.food.id === dearest.food.id).reduce((sum, w) => sum + w.grams, 0)
    : 0;
  const protein = dearest ? (grams * (dearest.food.per100g.PROCNT ?? 0)) / 100 : 0;
  return (
    <section className="rows" aria-label="Costs">
      <h2 className="panel-title">Costs</h2>
      <p>
        These {days} days: <b className="n">{money(minor, currency)}</b>,{' '}
        {money(Math.round(minor / days), currency)} a day
        {unknown.length > 0
          ? `, at least: ${unknown.slice(0, 4).join(', ')}${unknown.length > 4 ? ' and others' : ''} without a price`
          : ''}
        .
      </p>
      {proteins.length > 0 && (
        <table className="batch-table">
          <caption>Price of 100 g of protein</caption>
          <tbody>
            {proteins.map(({ food, per }) => (
              <tr key={food.id}>
                <th scope="row">{food.name}</th>
                <td>{money(per, currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {dearest && cheaper && protein > 0 && (
        <p>
          The same {whole(protein)} g of protein from {cheaper.food.name} instead of {dearest.food.name} cost{' '}
          {money(Math.round(((dearest.per - cheaper.per) * protein) / 100), currency)} less.
        </p>
      )}
    </section>
  );
};
