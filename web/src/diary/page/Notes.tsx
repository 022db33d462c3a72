import type { DayDocument } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { saveNote } from '../../data/edit.ts';
import { useSession } from '../../data/session.ts';
import { fromDay } from '../../data/fromDay.ts';

/** The words beside a day or a meal, and a place to write more. */
const PlainNotes = ({
  day,
  mealId,
  label,
}: {
  day: Pick<DayDocument, 'date' | 'athlete' | 'notes'>;
  mealId: string | null;
  label: string;
}) => {
  const { person } = useSession();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const save = (): void => {
    if (text.trim() === '') return;
    saveNote(day, null, mealId, text.trim());
    setText('');
    setOpen(false);
  };
  return (
    <div className="notes">
      {day.notes
        .filter((n) => n.mealId === mealId)
        .map((note) => (
          <p key={note.id} className="note">
            <b>{note.authorName}:</b> {note.text}
            {note.authorId === person.id && (
              <button
                type="button"
                className="note-away"
                onClick={() => saveNote(day, note, note.mealId, note.text, true)}
              >
                take back
              </button>
            )}
          </p>
        ))}
      {open ? (
        <form
          className="note-form"
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setOpen(false);
          }}
        >
          <TextField
            label={label}
            value={text}
            onChange={(e) => setText(e.target.value)}
            multiline
            autoFocus
            slotProps={{ htmlInput: { maxLength: 4000 } }}
          />
          <Button type="submit" variant="contained" size="small" disabled={text.trim() === ''}>
            Write
          </Button>
          <Button size="small" variant="text" onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </form>
      ) : (
        <button type="button" className="note-open" onClick={() => setOpen(true)} aria-label={label}>
          Note
        </button>
      )}
    </div>
  );
};

export const Notes = fromDay({ date: true, athlete: true, notes: true }, PlainNotes);
