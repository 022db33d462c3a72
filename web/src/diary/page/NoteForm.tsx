import type { PortionRow } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useSilentCoaches } from '../../data/silence.ts';

/** Said while a coach is silent, beside words that are being written. */
const Silent = () => {
  const silent = useSilentCoaches();
  return silent === '' ? null : <p className="quiet">{silent}</p>;
};

/** A place to write words to a day or a meal, or to one portion of it. */
const NoteForm = ({
  label,
  portions,
  onWrite,
  onClose,
}: {
  label: string;
  portions: readonly PortionRow[];
  onWrite: (text: string, portionId: string | null) => void;
  onClose: () => void;
}) => {
  const [text, setText] = useState('');
  const [about, setAbout] = useState('');
  const save = (): void => {
    if (text.trim() !== '') onWrite(text.trim(), about === '' ? null : about);
  };
  return (
    <form
      className="note-form"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
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
      <Button size="small" variant="text" onClick={onClose}>
        Leave it
      </Button>
    </form>
  );
};

export default NoteForm;
