import type { DayDocument, NoteRow } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { saveNote } from '../../data/edit.ts';
import { useSession } from '../../data/session.ts';
import { fromDay } from '../../data/fromDay.ts';

/** A note; an address that names it leads to it. */
const Note = ({ note, onAway }: { note: NoteRow; onAway?: () => void }) => {
  const { hash } = useLocation();
  const line = useRef<HTMLParagraphElement>(null);
  const asked = hash === `#note-${note.id}`;
  useEffect(() => {
    if (!asked) return;
    line.current?.scrollIntoView({ block: 'center' });
    line.current?.focus();
  }, [asked]);
  return (
    <p ref={line} className={asked ? 'note note-asked' : 'note'} tabIndex={asked ? -1 : undefined}>
      <b>{note.authorName}:</b> {note.text}
      {onAway && (
        <button type="button" className="note-away" onClick={onAway}>
          take back
        </button>
      )}
    </p>
  );
};

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
          <Note
            key={note.id}
            note={note}
            onAway={
              note.authorId === person.id
                ? () => saveNote(day, note, note.mealId, note.text, true)
                : undefined
            }
          />
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
