import type { DayDocument, NoteRow } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { saveNote } from '../../data/edit.ts';
import { useSession } from '../../data/session.ts';
import { useSilentCoaches } from '../../data/silence.ts';
import { fromDay } from '../../data/fromDay.ts';

/** A note; an address that names it leads to it. */
const Note = ({
  note,
  about,
  onAway,
}: {
  note: NoteRow;
  /** The portion that it is about. */
  about: string | undefined;
  onAway?: () => void;
}) => {
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
      <b>{note.authorName}:</b>
      {about !== undefined && <span className="second"> {about}:</span>} {note.text}
      {onAway && (
        <button type="button" className="note-away" onClick={onAway}>
          take back
        </button>
      )}
    </p>
  );
};

/** Said while a coach is silent, beside words that are being written. */
const Silent = () => {
  const silent = useSilentCoaches();
  return silent === '' ? null : <p className="quiet">{silent}</p>;
};

/** What a note of a day is about, where it is not the day or the meal itself. */
const aboutOf = (note: NoteRow, portion: string | undefined): string | undefined =>
  note.orderId !== null ? 'an order' : note.pictureId !== null ? 'a picture' : portion;

/** The words beside a day or a meal, and a place to write more. */
const PlainNotes = ({
  day,
  mealId,
  label,
}: {
  day: Pick<DayDocument, 'date' | 'athlete' | 'notes' | 'portions'>;
  mealId: string | null;
  label: string;
}) => {
  const { person } = useSession();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [about, setAbout] = useState('');
  const portions = mealId === null ? [] : day.portions.filter((p) => p.mealId === mealId);
  const nameOf = (id: string | null): string | undefined =>
    id === null ? undefined : (day.portions.find((p) => p.id === id)?.food.name ?? 'a portion taken away');
  const save = (): void => {
    if (text.trim() === '') return;
    saveNote(day, null, { mealId, portionId: about === '' ? null : about }, text.trim());
    setText('');
    setAbout('');
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
            about={aboutOf(note, nameOf(note.portionId))}
            onAway={
              note.authorId === person.id ? () => saveNote(day, note, note, note.text, true) : undefined
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
          {portions.length > 0 && (
            <TextField
              select
              label="About"
              value={about}
              onChange={(e) => setAbout(e.target.value)}
              slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            >
              <MenuItem value="">the meal</MenuItem>
              {portions.map((p) => (
                <MenuItem key={p.id} value={p.id}>
                  {p.food.name}
                </MenuItem>
              ))}
            </TextField>
          )}
          <Silent />
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

export const Notes = fromDay({ date: true, athlete: true, notes: true, portions: true }, PlainNotes);
