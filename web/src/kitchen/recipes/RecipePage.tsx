import type { Food } from '@maul/contract/foods';
import type { KitchenBook, Mate, Price, Recipe } from '@maul/contract/kitchen';
import { costOf } from '@maul/core/kitchen';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { call } from '../../data/api.ts';
import { carbBasisOf } from '../../data/day.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import {
  dropThing,
  rulesOf,
  RULES,
  saveThing,
  thingsOf,
  useBook,
  useMateBooks,
} from '../../data/kitchen/kitchenWork.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { FoodPick } from '../../foods/index.ts';
import { Fault } from '../../ui/Fault.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { momentText, money, type RecipeRow, type RulesRow } from '../words.ts';
import { CookDialog } from './CookDialog.tsx';
import { lineOf, lineOfFood, NEW_RECIPE } from './draft.ts';
import { PasteDialog } from './PasteDialog.tsx';
import { PlanDialog } from './PlanDialog.tsx';
import { RecipeFields } from './RecipeFields.tsx';
import { RecipeLines } from './RecipeLines.tsx';
import { RecipeSteps } from './RecipeSteps.tsx';
import { recipeServing } from './useServing.ts';

const Versions = ({ athleteId, row }: { athleteId: string; row: RecipeRow }) => {
  const { data } = useQuery({
    queryKey: ['recipe-versions', athleteId, row.id, row.version],
    queryFn: ({ signal }) => call('recipeVersions', { params: { athleteId, id: row.id }, signal }),
    enabled: row.version > 1,
  });
  const before = data?.versions.slice(1) ?? [];
  if (before.length === 0) return null;
  return (
    <details>
      <summary>Earlier versions</summary>
      <ul className="kit-read">
        {before.map((v) => (
          <li key={v.version}>
            Version {v.version}
            {v.until === null ? '' : `, until ${momentText(v.until)}`}:{' '}
            {v.recipe.lines.map((l) => `${gramsText(l.grams)} g ${l.food.name}`).join(', ')};{' '}
            {v.recipe.servings} servings.
          </li>
        ))}
      </ul>
    </details>
  );
};

/** What a serving costs, by the packs that have a price. */
const Cost = ({ draft, prices, currency }: { draft: Recipe; prices: readonly Price[]; currency: string }) => {
  const { minor, unknown } = costOf(
    draft.lines.map((line) => ({ food: line.food, grams: line.grams, why: '' })),
    prices,
  );
  if (minor === 0) return null;
  return (
    <>
      {' '}
      Costs {unknown.length > 0 ? 'at least ' : ''}
      {money(Math.round(minor / draft.servings), currency)}.
    </>
  );
};

/** Foods from what is saved or eaten already. */
const FromElsewhere = ({ onLines }: { onLines: (lines: Recipe['lines'], name: string) => void }) => {
  const { person } = useSession();
  const { day } = useOwnDay();
  const { data } = useQuery({
    queryKey: ['standing', person.id],
    queryFn: ({ signal }) => call('standing', { params: { athleteId: person.id }, signal }),
  });
  const meals = (data?.standing ?? []).flatMap((s) =>
    s.thing.kind === 'meal' ? [{ id: s.id, thing: s.thing }] : [],
  );
  const today = (day?.portions ?? []).filter((p) => p.food.stockId === undefined);
  return (
    <details>
      <summary>From a saved meal or from today</summary>
      <div className="kit-buttons">
        {meals.map(({ id, thing }) => (
          <Button
            key={id}
            size="small"
            onClick={() =>
              onLines(
                thing.slots.map((s) => lineOf(s.food, s.grams)),
                thing.name,
              )
            }
          >
            {thing.name}
          </Button>
        ))}
        {today.length > 0 && (
          <Button
            size="small"
            onClick={() =>
              onLines(
                today.map((p) => lineOf(p.food, p.grams ?? p.plannedGrams ?? 1)),
                'Today',
              )
            }
          >
            All of today
          </Button>
        )}
        {meals.length === 0 && today.length === 0 && <span className="second">Nothing saved yet.</span>}
      </div>
    </details>
  );
};

const Editor = ({
  row,
  of,
  rules,
  prices,
  athleteId,
}: {
  row: RecipeRow | null;
  /** A recipe of somebody who shares the kitchen: it is read, cooked from, and kept as one's own. */
  of?: { mate: Mate; row: RecipeRow };
  rules: RulesRow | undefined;
  prices: readonly Price[];
  athleteId: string;
}) => {
  const navigate = useNavigate();
  const { day } = useOwnDay();
  const kitchen = useKitchen(athleteId);
  // Their pot is theirs.
  const [kept] = useState<Recipe>(row?.thing ?? (of ? { ...of.row.thing, potId: null } : NEW_RECIPE));
  const [draft, setDraft] = useState<Recipe>(kept);
  const [pick, setPick] = useState<{ key: number; food: Food | string | null }>({ key: 0, food: null });
  const [open, setOpen] = useState<'paste' | 'cook' | 'plan' | null>(null);
  const set = (change: Partial<Recipe>): void => setDraft((d) => ({ ...d, ...change }));
  const serving = recipeServing(
    draft,
    row?.id ?? null,
    kitchen.data?.yields ?? [],
    day ? carbBasisOf(day) : 'total',
  );
  const changed = JSON.stringify(draft) !== JSON.stringify(row?.thing ?? kept);
  const able = draft.name.trim() !== '' && draft.lines.length > 0;
  const keep = (): string => saveThing(athleteId, row, draft);
  const figure = (v: number | undefined, key: string): string =>
    v === undefined ? '?' : `${serving?.atLeast.some((k) => k === key) ? 'at least ' : ''}${whole(v)}`;
  return (
    <section className="rows" aria-label="Recipe">
      {of && (
        <p className="second">
          A recipe of {of.mate.name}. Cooking it or keeping it makes a copy in your own kitchen; theirs stays
          as it is.
        </p>
      )}
      <TextField label="Name" value={draft.name} onChange={(e) => set({ name: e.target.value })} />
      {serving && (
        <p className="kit-serving" data-testid="serving">
          One of {draft.servings}: <b className="n">{whole(serving.grams)} g</b> cooked,{' '}
          <b className="n">{figure(serving.amounts.ENERC, 'ENERC')} kcal</b>
          {serving.spread === null ? '' : ` ± ${whole(serving.spread)} (90 %)`} · P{' '}
          {figure(serving.amounts.PROCNT, 'PROCNT')} · C {figure(serving.amounts.CARB, 'CARB')} · F{' '}
          {figure(serving.amounts.FAT, 'FAT')}
          <span className="second">
            . Yield {serving.yield.factor.toFixed(2)}, {serving.yield.source}.
            <Cost draft={draft} prices={prices} currency={rules?.thing.currency ?? RULES.currency} />
            {serving.allergens.length > 0 ? ` Allergens: ${serving.allergens.join(', ')}.` : ''}
          </span>
        </p>
      )}
      <RecipeLines lines={draft.lines} onLines={(lines) => set({ lines })} />
      <FoodPick
        key={pick.key}
        athleteId={athleteId}
        label="Add a food"
        value={pick.food}
        onChange={(food) => {
          if (food !== null && typeof food !== 'string') {
            set({ lines: [...draft.lines, lineOfFood(food, food.details.packGrams ?? 100)] });
            setPick({ key: pick.key + 1, food: null });
          } else setPick({ key: pick.key, food });
        }}
      />
      <div className="kit-buttons">
        <Button onClick={() => setOpen('paste')}>Paste it line by line</Button>
      </div>
      <FromElsewhere
        onLines={(lines, name) =>
          set({ lines: [...draft.lines, ...lines], name: draft.name === '' ? name : draft.name })
        }
      />
      <RecipeFields draft={draft} containers={kitchen.data?.containers ?? []} onChange={set} />
      <RecipeSteps
        steps={draft.steps}
        fahrenheit={rules?.thing.fahrenheit ?? false}
        onSteps={(steps) => set({ steps })}
      />
      <TextField
        multiline
        minRows={2}
        label="Notes"
        value={draft.notes}
        onChange={(e) => set({ notes: e.target.value })}
      />
      {row && <Versions athleteId={athleteId} row={row} />}
      <div className="kit-buttons kit-foot">
        <Button
          variant={changed ? 'contained' : 'outlined'}
          disabled={!able || (!changed && !of)}
          onClick={() => void navigate(`/kitchen/recipes/${keep()}`, { replace: true })}
        >
          {of ? 'Keep as my own' : 'Keep the recipe'}
        </Button>
        <Button variant={changed ? 'outlined' : 'contained'} disabled={!able} onClick={() => setOpen('cook')}>
          Cook it
        </Button>
        {row && (
          <Button disabled={changed} onClick={() => setOpen('plan')}>
            Plan servings
          </Button>
        )}
        {row && (
          <Button
            color="error"
            variant="text"
            onClick={() => {
              dropThing(athleteId, row, `${row.thing.name} is taken away.`);
              void navigate('/kitchen/recipes');
            }}
          >
            Take it away
          </Button>
        )}
      </div>
      {open === 'paste' && (
        <PasteDialog
          athleteId={athleteId}
          onLines={(lines) => set({ lines: [...draft.lines, ...lines] })}
          onClose={() => setOpen(null)}
        />
      )}
      {open === 'plan' && row && <PlanDialog row={row} onClose={() => setOpen(null)} />}
      {open === 'cook' && (
        <CookDialog
          athleteId={athleteId}
          recipe={draft}
          row={row}
          keep={keep}
          changed={changed}
          onClose={() => setOpen(null)}
        />
      )}
    </section>
  );
};

const NO_MATES: readonly Mate[] = [];
const NO_BOOK: KitchenBook = { things: [], mates: [] };

/** One recipe, to be changed or cooked. */
export const RecipePage = () => {
  const { person } = useSession();
  const { id = 'new' } = useParams();
  const { book, error, refetch } = useBook(person.id);
  const mates = book?.mates ?? NO_MATES;
  const mateBooks = useMateBooks(mates);
  const row = book && thingsOf(book, 'recipe').find((r) => r.id === id);
  const of = mates.flatMap((mate, i) => {
    const theirs = thingsOf(mateBooks?.[i] ?? NO_BOOK, 'recipe').find((r) => r.id === id);
    return theirs ? [{ mate, row: theirs }] : [];
  })[0];
  const looking = id !== 'new' && !row && mateBooks === undefined;
  const missing = book !== undefined && id !== 'new' && !row && !of && !looking;
  return (
    <KitchenFrame part="recipes">
      {error && !book && <Fault error={error} again={() => void refetch()} />}
      {(!book || looking) && !error && <p className="waiting">Opening the recipe …</p>}
      {missing && <p className="second">This recipe is not in your kitchen.</p>}
      {book && !missing && !looking && (
        <Editor
          key={id}
          row={row ?? null}
          of={row ? undefined : of}
          rules={rulesOf(book)}
          prices={thingsOf(book, 'price').map((p) => p.thing)}
          athleteId={person.id}
        />
      )}
    </KitchenFrame>
  );
};
