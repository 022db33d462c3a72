import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useId, type FormEvent, type ReactNode } from 'react';

export interface FormDialogProps {
  title: string;
  children: ReactNode;
  onClose: () => void;
  /** What the button that keeps it says; without one there is nothing to keep. */
  keep?: string;
  canKeep?: boolean;
  onKeep?: () => void;
  /** Stands on the left of the buttons: what takes something away. */
  away?: ReactNode;
  leave?: string;
  wide?: boolean;
}

/** A dialog with a form in it: Enter keeps, Escape leaves, on a phone it fills the screen. */
export const FormDialog = ({
  title,
  children,
  onClose,
  keep,
  canKeep = true,
  onKeep,
  away,
  leave,
  wide = false,
}: FormDialogProps) => {
  const id = useId();
  const small = useMediaQuery('(max-width: 720px)');
  return (
    <Dialog
      open
      onClose={onClose}
      aria-labelledby={id}
      fullWidth
      maxWidth={wide ? 'md' : 'xs'}
      fullScreen={small && wide}
      slotProps={{
        paper: {
          component: 'form',
          noValidate: true,
          onSubmit: (event: FormEvent) => {
            event.preventDefault();
            if (keep !== undefined && canKeep) onKeep?.();
          },
        } as object,
      }}
    >
      <DialogTitle id={id}>{title}</DialogTitle>
      <DialogContent className="rows">{children}</DialogContent>
      <DialogActions>
        {away !== undefined && <span className="dialog-away">{away}</span>}
        <Button variant="text" onClick={onClose}>
          {leave ?? (keep === undefined ? 'Close' : 'Leave it')}
        </Button>
        {keep !== undefined && (
          <Button type="submit" variant="contained" disabled={!canKeep}>
            {keep}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
};
