import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument } from '@maul/contract/diary';
import { ageOn } from '@maul/core/units';
import { NUTRIENT_LABELS, nutrientPanel, perGrams } from '@maul/core/nutrition';
import { treatsThatFit, type DaySheet } from '@maul/core/diary';
import { portionFoodOf, swapFoodOf, useFoodsToHand, type HandFood } from '../../foods/index.ts';
import { NotTolerated } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText, oneDecimal } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { energyText, useUnits } from '../../ui/formats/units.ts';
import { addMeal, addPortion } from '../../data/edit.ts';
import { asStep, takeStep } from '../../data/undo/steps.ts';
import { partsOf } from '../../data/log.ts';
import { sentenceOf } from '../../data/api.ts';
import '../../ui/styles/foods.css';

/** What may still be fitted in, once protein, fibre and micronutrients are met. */
const TreatDialog = ({ day, sheet, onClose }: { day: DayDocument; sheet: DaySheet; onClose: () => void }) => {
  const units = useUnits();
  const { data, error, isPending } = useFoodsToHand(day.athlete.id);
  const carbBasis = carbBasisOf(day);
  const { profile, sex, birthDate } = day.athlete;
  const person = {
    sex,
    age: ageOn(birthDate, day.date),
    vegetarian: profile.diet === 'vegetarian' || profile.diet === 'plants',
  };
  const panel = nutrientPanel(
    partsOf(day).map(({ food, grams, plannedGrams }) => ({
      foodId: food.id,
      name: food.name,
      vector: perGrams(food.per100g, grams ?? plannedGrams ?? 0),
    })),
    person,
  );
  // What some foods do not state may be met all the same: only what all of them state is held against the day.
  const micros = panel.flatMap((line) =>
    line.part !== undefined && line.unknown === 0 && line.tag !== 'FIBTG' && line.tag !== 'NA'
      ? [{ name: NUTRIENT_LABELS[line.tag], part: line.part }]
      : [],
  );
  const own = (data?.foods ?? []).filter((f) => f.origin === 'own' || f.inStock);
  const { first, treats } = treatsThatFit(
    sheet,
    own.map((f) => swapFoodOf(f, profile, data?.seen)),
    micros,
    {
      carbBasis,
      allergens: profile.allergens,
    },
  );
  const take = (food: HandFood, grams: number): void => {
    const last = sheet.meals.at(-1);
    asStep(day, `A treat: ${food.name}`, () => {
      const mealId = last?.id ?? addMeal(day, '20:00');
      addPortion(day, mealId, {
        food: portionFoodOf(food.food),
        plannedGrams: grams,
        grams: null,
        method: null,
      });
    });
    offerUndo(`${gramsText(grams)} g ${food.name} planned${last ? ` in meal ${last.number}` : ''}.`, () =>
      takeStep(day, 'undo'),
    );
    onClose();
  };
  return (
    <FormDialog title="What still fits" onClose={onClose} leave="Leave it" wide>
      {isPending && <p className="second">Looking through your foods …</p>}
      {error && <p role="alert">{sentenceOf(error)}</p>}
      {first.length > 0 && (
        <p className="is-planned">
          First the day needs {first.join(', ')}. What is below fits in its windows all the same.
        </p>
      )}
      {data && own.length === 0 && (
        <p>
          Your own foods and those in stock are looked through; there are none yet. Mark one as in stock in
          the Pantry, or add one from its label.
        </p>
      )}
      {data && own.length > 0 && treats.length === 0 && (
        <p>None of your foods fits into what is left today.</p>
      )}
      <ul className="foods" aria-label="What fits">
        {treats.slice(0, 20).map(({ food, grams, kcal }) => (
          <li key={food.id}>
            <button type="button" onClick={() => take(food, grams)}>
              <span>
                up to <b className="n">{gramsText(Number(oneDecimal(grams)))} g</b> <b>{food.name}</b>{' '}
                <span className="second">{food.state}</span>
                <NotTolerated name={food.notTolerated} />
              </span>
              <span className="second n">{energyText(kcal, units)}</span>
            </button>
          </li>
        ))}
      </ul>
      <p className="quiet">
        Each keeps every window under its high end, alone; what you press is planned, not eaten.
      </p>
    </FormDialog>
  );
};

export default TreatDialog;
