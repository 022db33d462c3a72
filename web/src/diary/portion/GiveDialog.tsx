import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { givePart } from '@maul/core/diary';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { readGrams } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { foodFigure, useUnits } from '../../ui/formats/units.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { saveStanding, writeChanges } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';

const SOMEONE = 'someone';
const CODE = 'code';

/** Gives part of a portion to somebody who eats from the same pan; the rest is mine. */
const GiveDialog = ({
  day,
  portion,
  onClose,
}: {
  day: DayDocument;
  portion: PortionRow;
  onClose: () => void;
}) => {
  const units = useUnits();
  const all = portion.grams ?? portion.plannedGrams ?? 0;
  const [text, setText] = useState(() => foodFigure(Math.round(all / 2), units));
  const eaters = day.standing.flatMap((r) => (r.thing.kind === 'eater' ? [r.thing] : []));
  const [who, setWho] = useState(eaters[0]?.personId ?? SOMEONE);
  const [code, setCode] = useState('');
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const read = readGrams(text, units.food, portion.food);
  const given = read.grams;
  const possible = given !== null && given > 0 && given < all;
  const offer = async (toId: string): Promise<void> => {
    await call('putHandover', {
      params: { athleteId: day.athlete.id, id: uuidv7() },
      body: {
        toId,
        food: portion.food,
        grams: given ?? 0,
        method: portion.method ?? 'eye',
        day: day.date,
      },
    });
  };
  const keep = async (): Promise<void> => {
    if (given === null) return;
    setBusy(true);
    setFault(null);
    try {
      let name = 'someone';
      if (who === CODE) {
        const found = await call('eater', { query: { code } });
        name = found.name;
        await offer(found.personId);
        saveStanding(day, null, { kind: 'eater', ...found }, `${found.name} remembered`);
      } else if (who !== SOMEONE) {
        name = eaters.find((e) => e.personId === who)?.name ?? 'them';
        await offer(who);
      }
      writeChanges(day, givePart(day, portion.id, given), `${portion.food.name}, part given away`);
      const rest = gramsText(Math.round((all - given) * 100) / 100);
      const told = who === SOMEONE ? 'given away' : `offered to ${name}`;
      offerUndo(`${gramsText(given)} g ${told}; ${rest} g are yours.`, () => takeStep(day, 'undo'));
      onClose();
    } catch (error) {
      setFault(error instanceof RangeError ? error.message : sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <FormDialog
      title={`Give part of ${portion.food.name}`}
      onClose={onClose}
      keep="Give it"
      canKeep={possible && !busy && (who !== CODE || code.trim().length >= 4)}
      onKeep={() => void keep()}
    >
      <TextField
        label={`How much, ${units.food}`}
        value={text}
        onChange={(e) => setText(e.target.value)}
        error={!!read.fault || (given !== null && !possible)}
        helperText={
          read.fault ??
          (possible && given !== null
            ? `${gramsText(Math.round((all - given) * 100) / 100)} g of ${gramsText(all)} stay yours.`
            : `More than nothing and less than all ${gramsText(all)} g.`)
        }
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        margin="dense"
        autoFocus
      />
      <TextField select label="To" value={who} onChange={(e) => setWho(e.target.value)}>
        <MenuItem value={SOMEONE}>someone</MenuItem>
        {eaters.map((e) => (
          <MenuItem key={e.personId} value={e.personId}>
            {e.name}
          </MenuItem>
        ))}
        <MenuItem value={CODE}>another athlete, by their code</MenuItem>
      </TextField>
      {who === CODE && (
        <TextField
          label="Their code"
          value={code}
          onChange={(e) => setCode(e.target.value)}
          helperText="You find it on their Account page. They can accept the portion or decline it."
        />
      )}
      {portion.grams === null && (
        <p className="second">This portion is only planned; the part given counts as judged by eye.</p>
      )}
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault} Your portion is as it was.
        </p>
      )}
    </FormDialog>
  );
};

export default GiveDialog;
