import type { DayDocument, MealRow } from '@maul/contract';
import { localMoment } from '@maul/core';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { addMeal, saveMeal } from '../sync/index.ts';
import { offerUndo } from '../shell/undo.ts';

const now = (zone: string): string => {
  const { minutes } = localMoment(new Date(), zone);
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
};

interface MealDialogProps {
  day: DayDocument;
  /** Null for a new one. */
  meal: MealRow | null;
  onClose: () => void;
  onAdded: (meal: MealRow) => void;
}

/** When a meal is eaten; its number follows from that. */
const MealDialog = ({ day, meal, onClose, onAdded }: MealDialogProps) => {
  const [time, setTime] = useState(meal?.time ?? now(day.athlete.zone));
  const valid = /^([01]\d|2[0-3]):[0-5]\d$/.test(time);
  const save = (event: FormEvent): void => {
    event.preventDefault();
    if (!valid) return;
    if (meal) {
      saveMeal(day, meal, { time });
      return onClose();
    }
    const id = addMeal(day, time);
    onAdded({
      id,
      day: day.date,
      time,
      zone: day.athlete.zone,
      eaten: false,
      ticks: [],
      version: 0,
      deleted: false,
    });
  };
  const away = (): void => {
    if (!meal) return;
    saveMeal(day, meal, { deleted: true });
    offerUndo('The meal is taken away.', () => saveMeal(day, meal, { deleted: false }));
    onClose();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="meal-dialog" fullWidth maxWidth="xs">
      <form onSubmit={save} noValidate>
        <DialogTitle id="meal-dialog">{meal ? 'This meal' : 'Add a meal'}</DialogTitle>
        <DialogContent>
          <TextField
            label="Time"
            type="time"
            value={time}
            onChange={(e) => setTime(e.target.value)}
            error={!valid}
            helperText={
              valid
                ? 'Meals are numbered by their time. Before 04:00 it is still the day before.'
                : 'A time lies between 00:00 and 23:59.'
            }
            slotProps={{ inputLabel: { shrink: true } }}
            margin="dense"
            autoFocus
          />
        </DialogContent>
        <DialogActions>
          {meal && (
            <Button color="error" variant="text" onClick={away} sx={{ mr: 'auto' }}>
              Take the meal away
            </Button>
          )}
          <Button variant="text" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit" variant="contained" disabled={!valid}>
            {meal ? 'Keep' : 'Add and choose a food'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
};

export default MealDialog;
