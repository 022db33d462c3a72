import { addDays, datesFrom, isIsoDate, type IsoDate } from '@maul/core/units';
import { useState } from 'react';
import { sentenceOf } from '../../data/api.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { sayOnce } from '../../data/undo/undo.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { DateField } from '../../ui/fields/DateField.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { TimeField } from '../../ui/fields/TimeField.tsx';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { deviceToday } from '../../data/device.ts';
import { dishOf, plannedFood } from '../dishes.ts';
import { planFoods } from '../planned.ts';
import type { RecipeRow } from '../words.ts';

/** The longest row of days that a recipe is planned for at once. */
const MOST_DAYS = 14;

/** Plans a serving of a recipe into a meal of each of so many days, before it is cooked. */
export const PlanDialog = ({ row, onClose }: { row: RecipeRow; onClose: () => void }) => {
  const { person } = useSession();
  const { day } = useOwnDay();
  const kitchen = useKitchen(person.id);
  const today = day?.today ?? deviceToday();
  const yields = kitchen.data?.yields ?? [];
  const [from, setFrom] = useState<IsoDate>(addDays(today, 1));
  const [days, setDays] = useState(3);
  const [time, setTime] = useState('12:30');
  const [grams, setGrams] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const food = plannedFood(row, yields);
  const serving = Math.round(dishOf(row, yields).cooked / row.thing.servings);
  const each = grams ?? serving;
  const keep = async (): Promise<void> => {
    if (!food) return;
    setFault(null);
    try {
      await planFoods(
        person.id,
        datesFrom(from, days).map((date) => ({ date, time, mealId: null, foods: [{ food, grams: each }] })),
        row.thing.name,
      );
      sayOnce(
        `${gramsText(each)} g ${row.thing.name} planned on ${plural(days, 'day')}. Each day can take it back.`,
      );
      onClose();
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <FormDialog
      title={`Plan ${row.thing.name}`}
      onClose={onClose}
      keep="Plan it"
      canKeep={food !== undefined && time !== '' && each > 0}
      onKeep={() => void keep()}
    >
      <DateField label="From" value={from} min={today} onChange={(d) => isIsoDate(d) && setFrom(d)} />
      <NumberField label="Days" value={days} onChange={setDays} min={1} max={MOST_DAYS} whole />
      <TimeField label="At" value={time} onChange={setTime} />
      <NumberField label="Cooked grams each day" value={each} onChange={setGrams} min={1} max={5000} />
      {fault !== null && <p role="alert">{fault}</p>}
    </FormDialog>
  );
};
