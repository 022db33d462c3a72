import type { DayDocument, PortionRow } from '@maul/contract';
import { METHODS, type Method } from '@maul/core';
import { TrailText } from './TrailText.tsx';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { METHOD_NAMES } from '../rule/index.ts';
import { offerUndo } from '../shell/undo.ts';
import { savePortion } from '../sync/index.ts';
import { foodFigure, useUnits } from '../shell/units.ts';
import { readGrams } from '../foods/index.ts';

/** A portion by hand: its plan, its true amount and how that is known. */
const PortionDialog = ({
  day,
  portion,
  onClose,
}: {
  day: DayDocument;
  portion: PortionRow;
  onClose: () => void;
}) => {
  const units = useUnits();
  const shown = (kept: number | null): string => (kept === null ? '' : foodFigure(kept, units));
  const [planned, setPlanned] = useState(shown(portion.plannedGrams));
  const [grams, setGrams] = useState(shown(portion.grams));
  const [method, setMethod] = useState<Method>(portion.method ?? 'scale');
  // An amount that nobody touched stays what it was, to the last digit.
  const read = (text: string, kept: number | null): ReturnType<typeof readGrams> =>
    text === shown(kept) ? { grams: kept } : readGrams(text, units.food, portion.food);
  const plannedRead = read(planned, portion.plannedGrams);
  const gramsRead = read(grams, portion.grams);
  const nothing =
    plannedRead.grams === null && gramsRead.grams === null && !plannedRead.fault && !gramsRead.fault;
  const fault = nothing ? 'Give a plan or a true amount.' : (gramsRead.fault ?? undefined);
  const save = (event: FormEvent): void => {
    event.preventDefault();
    if (plannedRead.fault || fault) return;
    const same = gramsRead.grams === portion.grams && method === portion.method;
    savePortion(day, portion, {
      plannedGrams: plannedRead.grams,
      grams: gramsRead.grams,
      method: gramsRead.grams === null ? null : method,
      division: same ? portion.division : gramsRead.grams !== null && method === 'scale' ? 1 : null,
      trail: same ? portion.trail : null,
      spread: same ? portion.spread : (gramsRead.spread ?? null),
    });
    onClose();
  };
  const away = (): void => {
    savePortion(day, portion, { deleted: true });
    offerUndo(`${portion.food.name} is taken away.`, () => savePortion(day, portion, { deleted: false }));
    onClose();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="portion-dialog" fullWidth maxWidth="xs">
      <form onSubmit={save} noValidate>
        <DialogTitle id="portion-dialog">{portion.food.name}</DialogTitle>
        <DialogContent className="rows">
          <p className="quiet">
            {portion.food.state}. {portion.food.source}
          </p>
          <TextField
            label={`Planned, ${units.food}`}
            value={planned}
            onChange={(e) => setPlanned(e.target.value)}
            error={!!plannedRead.fault}
            helperText={plannedRead.fault}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            margin="dense"
          />
          <TextField
            label={`True amount, ${units.food}`}
            value={grams}
            onChange={(e) => setGrams(e.target.value)}
            error={!!fault}
            helperText={fault ?? 'Empty while it is only planned.'}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            autoFocus
          />
          <TextField
            select
            label="How it is known"
            value={method}
            onChange={(e) => setMethod(e.target.value as Method)}
            disabled={gramsRead.grams === null}
          >
            {METHODS.map((m) => (
              <MenuItem key={m} value={m}>
                {METHOD_NAMES[m]}
              </MenuItem>
            ))}
          </TextField>
          {(plannedRead.assumed ?? gramsRead.assumed) && (
            <p className="second">{gramsRead.assumed ?? plannedRead.assumed}</p>
          )}
          <TrailText portion={portion} />
        </DialogContent>
        <DialogActions>
          <Button color="error" variant="text" onClick={away} sx={{ mr: 'auto' }}>
            Take it away
          </Button>
          <Button variant="text" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit" variant="contained" disabled={!!plannedRead.fault || !!fault}>
            Keep
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
};

export default PortionDialog;
