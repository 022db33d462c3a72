import type { Diner } from '@maul/contract/kitchen';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { call, sentenceOf } from '../../data/api.ts';
import { dropThing, saveThing } from '../../data/kitchen/kitchenWork.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import type { DinerRow } from '../words.ts';

const NEW: Diner = { kind: 'diner', name: '', personId: null, share: 1, windows: [], notEaten: [] };
const KEYS = [
  ['ENERC', 'Energy of a box, kcal'],
  ['PROCNT', 'Protein of a box, g'],
  ['CARB', 'Carbs of a box, g'],
  ['FAT', 'Fat of a box, g'],
] as const;
/** A box of theirs may stray so far from what is typed, relative, and at least one. common practice, no source. */
const WITHIN = 0.05;

/** Somebody who eats along: their share or what a box of theirs should hold, and what they do not eat. */
export const DinerDialog = ({
  athleteId,
  row,
  onClose,
}: {
  athleteId: string;
  row: DinerRow | null;
  onClose: () => void;
}) => {
  const [draft, setDraft] = useState<Diner>(row?.thing ?? NEW);
  const [not, setNot] = useState((row?.thing.notEaten ?? []).join(', '));
  const [code, setCode] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const set = (change: Partial<Diner>): void => setDraft((d) => ({ ...d, ...change }));
  const window = (key: (typeof KEYS)[number][0], aim: number | null): void => {
    const others = draft.windows.filter((w) => w.key !== key);
    const half = aim === null ? 0 : Math.max(1, WITHIN * aim);
    set({
      windows: aim === null ? others : [...others, { key, low: Math.max(0, aim - half), high: aim + half }],
    });
  };
  const aimOf = (key: (typeof KEYS)[number][0]): number | null => {
    const found = draft.windows.find((w) => w.key === key);
    return found ? Math.round((found.low + found.high) / 2) : null;
  };
  const find = async (): Promise<void> => {
    setFault(null);
    try {
      const found = await call('eater', { query: { code } });
      set({ personId: found.personId, name: draft.name === '' ? found.name : draft.name });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <FormDialog
      title={row ? row.thing.name : 'Who eats along'}
      onClose={onClose}
      keep="Keep it"
      canKeep={draft.name.trim() !== ''}
      onKeep={() => {
        const notEaten = not
          .split(',')
          .map((w) => w.trim())
          .filter((w) => w.length >= 2)
          .slice(0, 30);
        saveThing(athleteId, row, { ...draft, name: draft.name.trim(), notEaten });
        onClose();
      }}
      away={
        row && (
          <Button
            variant="text"
            color="error"
            onClick={() => {
              dropThing(athleteId, row, `${row.thing.name} does not eat along any more.`);
              onClose();
            }}
          >
            Remove
          </Button>
        )
      }
    >
      <TextField
        label="Name"
        margin="dense"
        value={draft.name}
        onChange={(e) => set({ name: e.target.value.slice(0, 120) })}
      />
      <NumberField
        label="Share of a pot: 2 is twice as much as 1"
        value={draft.share}
        onChange={(share) => set({ share })}
        min={0.1}
        max={10}
      />
      {KEYS.map(([key, label]) => (
        <NumberField
          key={key}
          label={label}
          value={aimOf(key)}
          onChange={(aim) => window(key, aim)}
          onEmpty={() => window(key, null)}
          min={1}
          max={10_000}
        />
      ))}
      <p className="second">With figures, a box of theirs is filled by them; without, by the share.</p>
      <TextField
        label="Does not eat, with commas"
        value={not}
        onChange={(e) => setNot(e.target.value.slice(0, 600))}
      />
      {draft.personId === null ? (
        <div className="pair">
          <TextField
            label="The code on their Account page"
            value={code}
            onChange={(e) => setCode(e.target.value)}
          />
          <Button disabled={code.trim().length < 4} onClick={() => void find()}>
            Find
          </Button>
        </div>
      ) : (
        <p className="second">
          Has an account.{' '}
          <Button size="small" onClick={() => set({ personId: null })}>
            Do not share the kitchen
          </Button>
        </p>
      )}
      {fault !== null && <p role="alert">{fault}</p>}
    </FormDialog>
  );
};
