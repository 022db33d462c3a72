import { DateField } from '../../ui/fields/DateField.tsx';
import { numberedMeals } from '@maul/core/diary';
import { type MacroPolicy, type MenuPortion } from '@maul/core/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { useState } from 'react';
import { call, sentenceOf } from '../../data/api.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';

/** A written menu: taken over from a day, then changed gram by gram. */
export const MenuFields = ({
  rule,
  athleteId,
  today,
  onChange,
}: {
  rule: Extract<MacroPolicy, { kind: 'menu' }>;
  athleteId: string;
  today: string;
  onChange: (rule: MacroPolicy) => void;
}) => {
  const [date, setDate] = useState(today);
  const [fault, setFault] = useState<string | null>(null);
  const take = async (): Promise<void> => {
    setFault(null);
    try {
      const day = await call('day', { params: { athleteId, date: date as never } });
      const meals = numberedMeals(day.meals, day.athlete.dayTurnsAt);
      const portions: MenuPortion[] = meals.flatMap((meal, i) =>
        day.portions
          .filter((p) => p.mealId === meal.id)
          .map((p) => ({
            name: p.food.name,
            grams: p.plannedGrams ?? p.grams ?? 0,
            per100g: p.food.per100g,
            meal: i + 1,
            time: meal.time,
            foodId: p.food.id,
            state: p.food.state,
          })),
      );
      if (portions.length === 0)
        return setFault('Nothing is planned or logged on that day. The menu is as it was.');
      onChange({ ...rule, portions });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const put = (at: number, portion: MenuPortion | null): void =>
    onChange({
      ...rule,
      portions: rule.portions.flatMap((p, i) => (i === at ? (portion ? [portion] : []) : [p])),
    });
  return (
    <div className="rows">
      <TextField
        label="Name of the menu"
        value={rule.name}
        onChange={(e) => onChange({ ...rule, name: e.target.value })}
      />
      <div className="pair">
        <DateField label="Copy the menu from" value={date} onChange={setDate} />
        <Button onClick={() => void take()}>Copy it</Button>
      </div>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      <ul className="menu-list">
        {rule.portions.map((portion, i) => (
          <li key={`${portion.name}${i}`}>
            <span>
              {portion.meal === undefined ? '' : `${portion.meal}  `}
              {portion.name}
            </span>
            <NumberField
              label="g"
              value={portion.grams}
              min={1}
              max={5000}
              onChange={(grams) => put(i, { ...portion, grams })}
            />
            <IconButton
              size="small"
              aria-label={`Take ${portion.name} out of the menu`}
              onClick={() => put(i, null)}
            >
              <Close fontSize="inherit" />
            </IconButton>
          </li>
        ))}
      </ul>
    </div>
  );
};
