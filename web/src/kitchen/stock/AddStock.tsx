import type { Food } from '@maul/contract/foods';
import type { StockContent } from '@maul/contract/kitchen';
import { useState } from 'react';
import { dated, saveStock } from '../../data/kitchen/kitchenWork.ts';
import { FoodPick, portionFoodOf } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { DateField } from '../../ui/fields/DateField.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { PLACES } from '../words.ts';

/** A pack of something raw, as it is bought. */
export const AddStock = ({ athleteId, onClose }: { athleteId: string; onClose: () => void }) => {
  const [food, setFood] = useState<Food | string | null>(null);
  const [grams, setGrams] = useState<number | null>(null);
  const [packs, setPacks] = useState<number | null>(1);
  const [place, setPlace] = useState<StockContent['place']>('fridge');
  const [label, setLabel] = useState('');
  const chosen = food !== null && typeof food !== 'string' ? food : null;
  const size = grams ?? chosen?.details.packGrams ?? null;
  const keep = (): void => {
    if (!chosen || size === null || packs === null) return;
    const now = new Date().toISOString();
    for (let i = 0; i < packs; i += 1)
      saveStock(
        athleteId,
        null,
        dated({
          kind: 'raw',
          batchId: null,
          name: chosen.name,
          food: portionFoodOf(chosen),
          grams: size,
          division: null,
          place,
          since: now,
          thawed: false,
          cookedAt: null,
          openedAt: null,
          labelUntil: label === '' ? null : new Date(`${label}T23:59:00`).toISOString(),
          holds: [chosen.name],
          dinerId: null,
        }),
      );
    onClose();
  };
  return (
    <FormDialog
      title="Add a pack"
      onClose={onClose}
      keep="Put it in stock"
      canKeep={chosen !== null && size !== null && packs !== null}
      onKeep={keep}
    >
      <FoodPick athleteId={athleteId} label="Food" value={food} onChange={setFood} />
      {typeof food === 'string' && food !== '' && (
        <p role="alert">Choose a food of the list, so that Maul knows what it holds.</p>
      )}
      <NumberField label="Grams of one pack" value={size} onChange={setGrams} min={1} max={50_000} />
      <NumberField label="Packs" value={packs} onChange={setPacks} min={1} max={20} whole />
      <WordField label="Place" value={place} options={PLACES} onChange={setPlace} />
      <DateField label="Use by, as its label says" value={label} onChange={setLabel} />
    </FormDialog>
  );
};
