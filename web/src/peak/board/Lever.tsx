import type { Food } from '@maul/contract/foods';
import { amountsOf, type CarbBasis } from '@maul/core/nutrition';
import type { Board } from '@maul/core/peak';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { FoodPick } from '../../foods/index.ts';

/** The least that a lever food holds, g of carbs in 100 g. */
const LEAST_CARBS = 5;

const carbsOf = (food: Food, carbBasis: CarbBasis): number =>
  Math.round((amountsOf(food.per100g, carbBasis).CARB ?? 0) * 10) / 10;

/** The one food that moves the carbs of the week: a fit moves it alone, and each meal of the hours says its grams. */
export const Lever = ({
  athleteId,
  carbBasis = 'total',
  board,
  onChange,
}: {
  athleteId: string;
  carbBasis: CarbBasis | undefined;
  board: Board;
  onChange: (board: Board) => void;
}) => {
  const [choosing, setChoosing] = useState(false);
  const [poor, setPoor] = useState<string | null>(null);
  const { lever, ...rest } = board;
  return (
    <section aria-label="Lever food" className="peak-part">
      <h2 className="panel-title">Lever food</h2>
      {lever ? (
        <p>
          <b>{lever.name}</b>, <span className="n">{lever.carbs} g carbs in 100 g</span>. Fit moves it alone;
          all other portions stay as they are.
        </p>
      ) : (
        <p className="second">
          One food that carries the carbs up and down, everything else the same. None is chosen, so Fit moves
          the levers of the day.
        </p>
      )}
      {choosing ? (
        <FoodPick
          athleteId={athleteId}
          label="Food with carbs"
          value={null}
          onChange={(food) => {
            if (food === null || typeof food === 'string') return;
            const carbs = carbsOf(food, carbBasis);
            if (carbs < LEAST_CARBS) return setPoor(food.name);
            setPoor(null);
            setChoosing(false);
            onChange({
              ...rest,
              lever: { name: food.name, carbs, keeps: food.details.tags.includes('keeps') },
            });
          }}
        />
      ) : (
        <p className="peak-line">
          <Button size="small" onClick={() => setChoosing(true)}>
            {lever ? 'Choose another' : 'Choose a lever food'}
          </Button>
          {lever && (
            <Button size="small" onClick={() => onChange(rest)}>
              None
            </Button>
          )}
        </p>
      )}
      {poor !== null && (
        <p role="alert" className="is-over">
          {poor} has too few carbs to move them. Choose another food; the board is as it was.
        </p>
      )}
    </section>
  );
};
