import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type KeyboardEvent } from 'react';
import { sentenceOf } from '../data/api.ts';
import { useSession } from '../data/session.ts';
import { type Thing, useWordsOn, useWriteWord } from '../data/words.ts';
import './wordsOn.css';

/** Words beside an order or a picture, and a place to write more. */
export const WordsOn = ({
  athleteId,
  thing,
  label,
  open: asked = false,
  onClose,
}: {
  athleteId: string;
  thing: Thing;
  label: string;
  /** Open from the start, where a place was pressed. */
  open?: boolean;
  onClose?: () => void;
}) => {
  const { person } = useSession();
  const words = useWordsOn(athleteId, thing);
  const write = useWriteWord(athleteId);
  const [opened, setOpened] = useState(false);
  const [text, setText] = useState('');
  const open = opened || asked;
  const close = (): void => {
    setOpened(false);
    onClose?.();
  };
  const save = (): void => {
    if (text.trim() === '') return;
    write.mutate(
      { thing, text: text.trim() },
      {
        onSuccess: () => {
          setText('');
          close();
        },
      },
    );
  };
  const press = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') {
      // It leaves the words, not what they stand in.
      event.stopPropagation();
      close();
    }
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) save();
  };
  let places = 0;
  return (
    <div className="notes words-on">
      {words.map((note) => (
        <p key={note.id} className="note" id={`note-${note.id}`}>
          {note.mark && <b className="place-number">{(places += 1)}</b>} <b>{note.authorName}:</b> {note.text}
          {note.authorId === person.id && (
            <button
              type="button"
              className="note-away"
              onClick={() => write.mutate({ thing, text: note.text, note })}
            >
              take back
            </button>
          )}
        </p>
      ))}
      {write.error && <Alert severity="error">{sentenceOf(write.error)} Your words are still here.</Alert>}
      {open ? (
        // No form of its own: it may stand in one.
        <div className="note-form" role="group" aria-label={label} onKeyDown={press}>
          <TextField
            label={label}
            value={text}
            onChange={(e) => setText(e.target.value)}
            multiline
            autoFocus
            slotProps={{ htmlInput: { maxLength: 4000 } }}
          />
          <Button
            type="button"
            onClick={save}
            variant="contained"
            size="small"
            disabled={text.trim() === '' || write.isPending}
          >
            Write
          </Button>
          <Button size="small" variant="text" onClick={close}>
            Leave it
          </Button>
        </div>
      ) : (
        <button type="button" className="note-open" onClick={() => setOpened(true)} aria-label={label}>
          Note
        </button>
      )}
    </div>
  );
};
