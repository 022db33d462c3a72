import type { Kitchen, PortionFood } from '@maul/contract/foods';
import Button from '@mui/material/Button';
import { gramsText } from '../../ui/formats/show.ts';
import { otherStates } from './otherStates.ts';

/** A planned amount in the food’s other state, with the yield that stands behind it: raw as cooked, cooked as raw. */
export const SwitchState = ({
  food,
  grams,
  yields,
  onSwitch,
}: {
  food: PortionFood;
  grams: number;
  yields: Kitchen['yields'];
  onSwitch: (food: PortionFood, grams: number) => void;
}) => {
  const others = otherStates(food, grams, yields);
  if (others.length === 0) return null;
  return (
    <div className="rows">
      {others.map((other) => (
        <p key={`${other.food.state} ${other.method}`} className="second">
          <Button size="small" onClick={() => onSwitch(other.food, other.grams)}>
            {gramsText(other.grams)} g {other.food.state}
          </Button>{' '}
          {other.method}, at a yield of {other.factor.toFixed(2)}: {other.source}.
        </p>
      ))}
    </div>
  );
};
