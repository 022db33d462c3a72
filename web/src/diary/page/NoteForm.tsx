import type { PortionRow } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useSilentCoaches } from '../../data/silence.ts';

/** Said while a coach is silent, beside words that are being written. */
const Silent = () => {
  const silent = useSilentCoaches();
  return silent === '' ? null : <p className="quiet">{silent}</p>;
};

/** Words that are being written, and the portion that they are about; empty for the whole of it. */
export interface NoteDraft {
  text: string;
  about: string;
}

/** A place to write words to a day or a meal, or to one portion of it. */
const NoteForm = ({
  label,
  portions,
  draft,
  onDraft,
  onWrite,
  onClose,
}: {
  label: string;
  portions: readonly PortionRow[];
  draft: NoteDraft;
  onDraft: (draft: NoteDraft) => void;
  onWrite: () => void;
  onClose: () => void;
}) => {
  const empty = draft.text.trim() === '';
  return (
    <form
      className="note-form"
      onSubmit={(event) => {
        event.preventDefault();
        if (!empty) onWrite();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
    >
      <TextField
        label={label}
        value={draft.text}
        onChange={(e) => onDraft({ ...draft, text: e.target.value })}
        multiline
        autoFocus
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      {portions.length > 0 && (
        <TextField
          select
          label="About"
          value={draft.about}
          onChange={(e) => onDraft({ ...draft, about: e.target.value })}
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
      <Button type="submit" variant="contained" size="small" disabled={empty}>
        Write
      </Button>
      <Button size="small" variant="text" onClick={onClose}>
        Leave it
      </Button>
    </form>
  );
};

export default NoteForm;
