import type { KitchenFood } from '@maul/core/kitchen';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { dropThing, saveThing } from '../../data/kitchen/kitchenWork.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import type { PriceRow } from '../words.ts';

/** What a pack of a food costs. */
export const PriceDialog = ({
  athleteId,
  food,
  known,
  currency,
  onClose,
}: {
  athleteId: string;
  food: KitchenFood;
  known: PriceRow | null;
  currency: string;
  onClose: () => void;
}) => {
  const [grams, setGrams] = useState<number | null>(known?.thing.grams ?? food.packGrams ?? 1000);
  const [price, setPrice] = useState<number | null>(known ? known.thing.minor / 100 : null);
  return (
    <FormDialog
      title={`Price of ${food.name}`}
      onClose={onClose}
      keep="Keep it"
      canKeep={grams !== null && price !== null}
      onKeep={() => {
        if (grams === null || price === null) return;
        saveThing(athleteId, known, {
          kind: 'price',
          foodId: food.id,
          foodName: food.name,
          grams,
          minor: Math.round(price * 100),
        });
        onClose();
      }}
      away={
        known && (
          <Button
            variant="text"
            color="error"
            onClick={() => {
              dropThing(athleteId, known, `${food.name} has no price now.`);
              onClose();
            }}
          >
            No price
          </Button>
        )
      }
    >
      <NumberField label="Grams of the pack" value={grams} onChange={setGrams} min={1} max={100_000} />
      <NumberField
        label={currency === '' ? 'Price' : `Price, ${currency}`}
        value={price}
        onChange={setPrice}
        min={0}
        max={100_000}
      />
    </FormDialog>
  );
};
