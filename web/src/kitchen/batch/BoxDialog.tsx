import type { BatchBox, Wish } from '@maul/contract/kitchen';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import type { DinerRow } from '../words.ts';

const NOBODY = '';

/** One box: how much it is to hold, whose it is, and where it goes. */
export const BoxDialog = ({
  box,
  diners,
  onKeep,
  onWeigh,
  onRemove,
  onClose,
}: {
  box: BatchBox;
  diners: readonly DinerRow[];
  onKeep: (how: Partial<BatchBox>) => void;
  onWeigh: () => void;
  onRemove: () => void;
  onClose: () => void;
}) => {
  const [label, setLabel] = useState(box.label);
  const [place, setPlace] = useState(box.place);
  const [wish, setWish] = useState<Wish>(box.wish);
  const [grams, setGrams] = useState<number | null>(box.grams);
  const diner = wish.kind === 'diner' ? wish.dinerId : (box.dinerId ?? NOBODY);
  const kinds: (readonly [Wish['kind'], string])[] = [
    ['equal', 'an equal share'],
    ['share', 'a share beside the others'],
    ['grams', 'given grams'],
    ...(diners.length > 0 ? [['diner', 'what its owner needs'] as const] : []),
  ];
  const choose = (kind: Wish['kind']): void => {
    if (kind === 'equal') setWish({ kind });
    if (kind === 'share') setWish({ kind, share: 1 });
    if (kind === 'grams') setWish({ kind, grams: box.grams ?? 150 });
    if (kind === 'diner' && diners[0]) setWish({ kind, dinerId: diners[0].id });
  };
  return (
    <FormDialog
      title={box.label}
      onClose={onClose}
      keep="Keep it"
      canKeep={label.trim() !== ''}
      onKeep={() => {
        onKeep({
          label: label.trim(),
          place,
          wish,
          dinerId: diner === NOBODY ? null : diner,
          ...(grams !== box.grams ? { grams, division: grams === null ? null : 1 } : {}),
        });
        onClose();
      }}
      away={
        <Button
          variant="text"
          color="error"
          onClick={() => {
            onRemove();
            onClose();
          }}
        >
          No such box
        </Button>
      }
    >
      <TextField
        label="Name of the box"
        margin="dense"
        value={label}
        onChange={(e) => setLabel(e.target.value.slice(0, 60))}
      />
      <WordField label="It holds" value={wish.kind} options={kinds} onChange={choose} />
      {wish.kind === 'share' && (
        <NumberField
          label="Share: 2 is twice as much as 1"
          value={wish.share}
          onChange={(share) => setWish({ kind: 'share', share })}
          min={0.1}
          max={20}
        />
      )}
      {wish.kind === 'grams' && (
        <NumberField
          label="Grams it should hold"
          value={wish.grams}
          onChange={(g) => setWish({ kind: 'grams', grams: g })}
          min={1}
          max={50_000}
        />
      )}
      {diners.length > 0 && (
        <WordField
          label="Whose it is"
          value={diner}
          options={[[NOBODY, 'nobody’s yet'], ...diners.map((d) => [d.id, d.thing.name] as const)]}
          onChange={(id) =>
            wish.kind === 'diner' && id !== NOBODY
              ? setWish({ kind: 'diner', dinerId: id })
              : onKeep({ dinerId: id === NOBODY ? null : id })
          }
        />
      )}
      <WordField
        label="It goes into the"
        value={place}
        options={[
          ['fridge', 'fridge'],
          ['freezer', 'freezer'],
        ]}
        onChange={setPlace}
      />
      <NumberField
        label="It weighs, g"
        value={grams}
        onChange={setGrams}
        onEmpty={() => setGrams(null)}
        min={0.1}
        max={50_000}
      />
      {box.grams !== null && (
        <Button
          onClick={() => {
            onWeigh();
            onClose();
          }}
        >
          Weigh it again
        </Button>
      )}
    </FormDialog>
  );
};
