import type { Food } from '@maul/contract/foods';
import { amountsOf, type CarbBasis } from '@maul/core/nutrition';
import { readGtin } from '@maul/core/foods';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { oneDecimal } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { call, sentenceOf } from '../../data/api.ts';
import { stockedNamed, useStockedFoods } from '../stocked.ts';
import { partOf } from '../../ui/partOf.tsx';

const CodeCamera = partOf(async () => ({ default: (await import('../camera/CodeCamera.tsx')).CodeCamera }));

/** Where a food comes from, in a few words. */
const shortSource = (food: Food): string => (food.source.split(/[:;,(]/)[0] ?? '').trim();

/** A food of a list; its source stands beside it where another of `among` has the same name. */
export const FoodLine = ({
  food,
  carbBasis,
  among = [],
}: {
  food: Food;
  carbBasis: CarbBasis;
  among?: readonly Food[];
}) => {
  const twin = among.some((f) => f.id !== food.id && f.name === food.name && f.state === food.state);
  const { ENERC, PROCNT, CARB, FAT } = amountsOf(food.per100g, carbBasis);
  const show = (v: number | undefined) => (v === undefined ? '?' : oneDecimal(v));
  const marks = [
    food.origin === 'own' && 'own',
    food.recent && 'recent',
    food.inStock && 'in stock',
    food.lever && 'lever',
    food.origin === 'imported' && 'imported',
  ].filter((m) => m !== false);
  return (
    <>
      <span className="food-name">
        <b>{food.name}</b> <span className="second">{food.state}</span>
        {twin && <span className="second"> {shortSource(food)}</span>}
        {marks.map((mark) => (
          <span key={mark} className="food-mark">
            {mark}
          </span>
        ))}
      </span>
      <span className="food-figures n second">
        {ENERC === undefined ? '? kcal' : `${whole(ENERC)} kcal`} · P {show(PROCNT)} · C {show(CARB)} · F{' '}
        {show(FAT)}
      </span>
      {food.remark !== null && <span className="food-remark">{food.remark}</span>}
    </>
  );
};

/** A run of digits as long as a code is looked up as one: typed, or sent by a code reader that types. */
const looksLikeCode = (text: string): boolean =>
  /^[\d\s-]{8,20}$/.test(text) && text.replace(/\D/g, '').length >= 8;

export interface FoodSearchProps {
  title: string;
  athleteId: string;
  carbBasis: CarbBasis;
  /** The hour it is eaten at. */
  at?: string;
  text: string;
  onText: (text: string) => void;
  onPick: (food: Food) => void;
  /** Opens the label form, with the code when it was one. */
  onNew: (code: string) => void;
  onClose: () => void;
}

/** Finds a food by parts of its words, in any order, mistyped, or by the code on its package. */
export const FoodSearch = (props: FoodSearchProps) => {
  const { title, athleteId, carbBasis, at, text, onText, onPick, onNew, onClose } = props;
  const [camera, setCamera] = useState(false);
  const q = useDeferredValue(text.trim());
  const isCode = looksLikeCode(q);
  const code = isCode ? readGtin(q) : undefined;
  const gtin = code?.ok ? code.gtin : undefined;
  const { data, error, isFetching } = useQuery({
    queryKey: ['foods', athleteId, isCode ? `code ${gtin ?? ''}` : q, at],
    queryFn: ({ signal }) =>
      gtin === undefined
        ? call('foods', { params: { athleteId }, query: { q, limit: 20, at }, signal })
        : call('foodsByCode', { params: { athleteId, code: gtin }, signal }),
    enabled: !isCode || gtin !== undefined,
    placeholderData: keepPreviousData,
  });
  const foods = isCode && gtin === undefined ? [] : (data?.foods ?? []);
  const there = useStockedFoods(athleteId, true, isCode ? '' : q);
  const stocked = isCode ? [] : stockedNamed(there, q);
  const unknownCode = gtin !== undefined && !isFetching && foods.length === 0;
  return (
    <>
      <DialogTitle id="food-dialog">{title}</DialogTitle>
      <DialogContent>
        <TextField
          label="Find a food: parts of words (“chick bre”) or a code"
          value={text}
          onChange={(e) => onText(e.target.value)}
          autoFocus
          margin="dense"
          type="search"
          error={code !== undefined && !code.ok}
          helperText={code !== undefined && !code.ok ? code.sentence : undefined}
          onKeyDown={(e) => {
            // A code reader ends with Enter: one food is taken at once, none opens its label.
            if (e.key !== 'Enter' || gtin === undefined || isFetching) return;
            e.preventDefault();
            const [only] = foods;
            if (only) onPick(only);
            else onNew(gtin);
          }}
        />
        <Button variant="text" size="small" onClick={() => setCamera(true)}>
          Read a code with the camera
        </Button>
        {camera && (
          <CodeCamera
            onCode={(code) => {
              setCamera(false);
              onText(code);
            }}
            onClose={() => setCamera(false)}
          />
        )}
        <p className="hidden" role="status">
          {isFetching ? 'Looking' : `${foods.length} foods`}
        </p>
        {error && !data && <p role="alert">{sentenceOf(error)}</p>}
        {stocked.length > 0 && (
          <ul className="foods foods-stock" aria-label="In stock">
            {stocked.map((f) => (
              <li key={f.id}>
                <button type="button" onClick={() => onPick(f)}>
                  <FoodLine food={f} carbBasis={carbBasis} />
                </button>
              </li>
            ))}
          </ul>
        )}
        <ul className="foods" aria-label="Foods">
          {foods.map((f) => (
            <li key={f.id}>
              <button type="button" onClick={() => onPick(f)}>
                <FoodLine food={f} carbBasis={carbBasis} among={foods} />
              </button>
            </li>
          ))}
        </ul>
        {unknownCode && (
          <div className="rows">
            <p>No food with this code is known. Type its label to add it.</p>
            <div>
              <Button variant="contained" onClick={() => onNew(gtin)}>
                Type its label
              </Button>
            </div>
          </div>
        )}
        {data?.foods.length === 0 && stocked.length === 0 && !isCode && (
          <p className="second">
            {q === ''
              ? 'Type to find a food. Foods you eat often will appear here.'
              : `Nothing is called “${q}”.`}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={() => onNew(gtin ?? '')} sx={{ mr: 'auto' }}>
          New food
        </Button>
        <Button variant="text" onClick={onClose}>
          Leave it
        </Button>
      </DialogActions>
    </>
  );
};
