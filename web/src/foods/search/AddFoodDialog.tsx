import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument, Trail } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import Dialog from '@mui/material/Dialog';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { addPortion } from '../../data/edit.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import { Amount, type Kept } from '../amount/Amount.tsx';
import { FoodForm } from '../label/FoodForm.tsx';
import { FoodSearch } from './FoodSearch.tsx';
import '../../ui/styles/foods.css';

/** A weighing that waits for its food: what the scale captured before it was named. */
export interface GivenWeight {
  id: string;
  grams: number;
  division: number;
  method: 'scale' | 'jar';
  trail: Trail;
}

export interface AddFoodDialogProps {
  day: DayDocument;
  /** Null when a food is only to be made. */
  meal: { id: string; time: string } | null;
  /** The name that a new food starts with: its form opens at once. */
  name?: string;
  given?: GivenWeight;
  onClose: () => void;
  onAdded?: () => void;
}

/** Finds a food, and puts an amount of it into a meal. */
const AddFoodDialog = ({ day, meal, name, given, onClose, onAdded }: AddFoodDialogProps) => {
  const [text, setText] = useState(name ?? '');
  const [food, setFood] = useState<Food | null>(null);
  const [making, setMaking] = useState<{ code: string } | null>(name === undefined ? null : { code: '' });
  const small = useMediaQuery('(max-width: 720px)');
  const athleteId = day.athlete.id;
  const kitchen = useKitchen(athleteId);
  const carbBasis = carbBasisOf(day);
  const keep = ({ food: copy, grams, method, spread }: Kept): void => {
    if (!meal) return;
    if (given) {
      // Only the edible part of what lay on the scale may count.
      addPortion(
        day,
        meal.id,
        {
          food: copy,
          plannedGrams: null,
          grams,
          method: given.method,
          division: given.division,
          trail: given.trail,
          spread: null,
        },
        given.id,
      );
    } else
      addPortion(day, meal.id, {
        food: copy,
        plannedGrams: method === null ? grams : null,
        grams: method === null ? null : grams,
        method,
        spread: method === null ? null : spread,
      });
    onAdded?.();
    onClose();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="food-dialog" fullWidth maxWidth="sm" fullScreen={small}>
      {food ? (
        <Amount
          athleteId={athleteId}
          food={food}
          kitchen={kitchen.data}
          today={day.today}
          carbBasis={carbBasis}
          given={given?.grams}
          onKeep={keep}
          onBack={() => setFood(null)}
        />
      ) : making ? (
        <FoodForm
          athleteId={athleteId}
          name={making.code === '' ? text : ''}
          code={making.code}
          onMade={meal ? setFood : onClose}
          onBack={meal ? () => setMaking(null) : onClose}
        />
      ) : (
        <FoodSearch
          title={given ? `What are these ${given.grams} g?` : `Add a food to the ${meal?.time ?? ''} meal`}
          athleteId={athleteId}
          carbBasis={carbBasis}
          at={meal?.time}
          text={text}
          onText={setText}
          onPick={setFood}
          onNew={(code) => setMaking({ code })}
          onClose={onClose}
        />
      )}
    </Dialog>
  );
};

export default AddFoodDialog;
