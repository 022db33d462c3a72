import type { DayDocument, NoteRow, PortionRow } from '@maul/contract/diary';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { saveNote } from '../../data/edit.ts';
import { useSession } from '../../data/session.ts';
import { fromDay } from '../../data/fromDay.ts';
import { partOf } from '../../ui/partOf.tsx';
import type { NoteDraft } from './NoteForm.tsx';

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

/** The field with what belongs to it, loaded when somebody writes. */
const NoteForm = partOf(() => import('./NoteForm.tsx'));
const NO_PORTIONS: readonly PortionRow[] = [];
const NO_WORDS: NoteDraft = { text: '', about: '' };

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
  // Held here: what was typed is still there after it was left.
  const [draft, setDraft] = useState(NO_WORDS);
  const nameOf = (id: string | null): string | undefined =>
    id === null ? undefined : (day.portions.find((p) => p.id === id)?.food.name ?? 'a portion taken away');
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
        <NoteForm
          label={label}
          portions={mealId === null ? NO_PORTIONS : day.portions.filter((p) => p.mealId === mealId)}
          draft={draft}
          onDraft={setDraft}
          onWrite={() => {
            const { text, about } = draft;
            saveNote(day, null, { mealId, portionId: about === '' ? null : about }, text.trim());
            setDraft(NO_WORDS);
            setOpen(false);
          }}
          onClose={() => setOpen(false)}
        />
      ) : (
        <button type="button" className="note-open" onClick={() => setOpen(true)} aria-label={label}>
          Note
        </button>
      )}
    </div>
  );
};

export const Notes = fromDay({ date: true, athlete: true, notes: true, portions: true }, PlainNotes);
