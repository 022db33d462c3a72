import type { Batch, Mate, Of } from '@maul/contract/kitchen';
import type { YieldSeen } from '@maul/contract/foods';
import type { CarbBasis } from '@maul/core/nutrition';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { Fragment } from 'react';
import { Link } from 'react-router';
import { carbBasisOf } from '../../data/day.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import { thingsOf, useBook, useMateBooks } from '../../data/kitchen/kitchenWork.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { plural } from '../../ui/formats/show.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { momentText, type RecipeRow } from '../words.ts';
import { resultOf } from '../batch/useBatch.ts';
import { recipeServing } from './useServing.ts';

/** What a finished batch came to, in a few words. */
const batchText = ({ thing }: Of<Batch>): string => {
  const result = resultOf(thing);
  const boxes = thing.boxes.filter((b) => b.grams !== null).length;
  return result.ok
    ? `${whole(result.batch.balance.raw)} g raw, ${whole(result.batch.balance.cooked)} g cooked, yield ${result.batch.yield.toFixed(3)}, ${plural(boxes, 'box', 'boxes')}`
    : plural(thing.parts.length, 'food');
};

const BatchList = ({ title, batches }: { title: string; batches: readonly Of<Batch>[] }) => (
  <>
    <h2 className="panel-title">{title}</h2>
    <ul className="kit-list" aria-label={title}>
      {batches.map((row) => (
        <li key={row.id} className="kit-row">
          <Link to={`/kitchen/batch/${row.id}`} className="kit-line kit-link">
            <span className="kit-name">
              <b>{row.thing.name}</b> <span className="second">{momentText(row.thing.startedAt)}</span>
            </span>
            <span className="kit-keeps">{batchText(row)}</span>
          </Link>
        </li>
      ))}
    </ul>
  </>
);

const byName = (rows: readonly RecipeRow[]): RecipeRow[] =>
  [...rows].sort((a, b) => a.thing.name.localeCompare(b.thing.name));

const RecipeList = ({
  label,
  recipes,
  yields,
  basis,
}: {
  label: string;
  recipes: readonly RecipeRow[];
  yields: YieldSeen[];
  basis: CarbBasis;
}) => {
  const figure = (v: number | undefined): string => (v === undefined ? '?' : whole(v));
  return (
    <ul className="kit-list" aria-label={label}>
      {byName(recipes).map((row) => {
        const serving = recipeServing(row.thing, row.id, yields, basis);
        return (
          <li key={row.id} className="kit-row">
            <Link to={`/kitchen/recipes/${row.id}`} className="kit-line kit-link">
              <span className="kit-name">
                <b>{row.thing.name}</b>{' '}
                <span className="second">
                  {plural(row.thing.servings, 'serving')}, {row.thing.method}
                </span>
              </span>
              {serving && (
                <span className="kit-keeps n">
                  {whole(serving.grams)} g: {figure(serving.amounts.ENERC)} kcal · P{' '}
                  {figure(serving.amounts.PROCNT)} · C {figure(serving.amounts.CARB)} · F{' '}
                  {figure(serving.amounts.FAT)}
                </span>
              )}
            </Link>
          </li>
        );
      })}
    </ul>
  );
};

const NO_MATES: readonly Mate[] = [];

/** Every recipe, one's own and those of who shares the kitchen, and what was cooked lately. */
export const RecipesPage = () => {
  const { person } = useSession();
  const { day } = useOwnDay();
  const { book, error, refetch } = useBook(person.id);
  const kitchen = useKitchen(person.id);
  const mates = book?.mates ?? NO_MATES;
  const mateBooks = useMateBooks(mates);
  const yields = kitchen.data?.yields ?? [];
  const recipes = book && thingsOf(book, 'recipe');
  const batches = book ? thingsOf(book, 'batch') : [];
  const basis = day ? carbBasisOf(day) : 'total';
  const open = batches.filter((b) => !b.thing.done);
  const done = batches.filter((b) => b.thing.done).slice(0, 12);
  return (
    <KitchenFrame part="recipes">
      <section className="rows" aria-label="Recipes">
        <div className="kit-bar">
          <Button variant="contained" component={Link} to="/kitchen/recipes/new">
            New recipe
          </Button>
        </div>
        {error && !book && <Fault error={error} again={() => void refetch()} />}
        {!book && !error && <p className="waiting">Opening the recipes …</p>}
        {open.length > 0 && <BatchList title="Being cooked" batches={open} />}
        {recipes?.length === 0 && (
          <p className="second">
            No recipes yet. Write one, paste one line by line, or make one of a saved meal or of what you ate
            today.
          </p>
        )}
        {recipes && recipes.length > 0 && (
          <RecipeList label="Recipes" recipes={recipes} yields={yields} basis={basis} />
        )}
        {mates.map((mate, i) => {
          const theirs = mateBooks?.[i] ? thingsOf(mateBooks[i], 'recipe') : [];
          return theirs.length === 0 ? null : (
            <Fragment key={mate.athleteId}>
              <h2 className="panel-title">Of {mate.name}</h2>
              <RecipeList label={`Recipes of ${mate.name}`} recipes={theirs} yields={yields} basis={basis} />
            </Fragment>
          );
        })}
        {done.length > 0 && <BatchList title="Cooked lately" batches={done} />}
      </section>
    </KitchenFrame>
  );
};
