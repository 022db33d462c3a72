import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useUndo } from '../data/undo/undo.ts';

const UndoBar = () => {
  const offer = useUndo((s) => s.offer);
  const close = () => useUndo.setState({ offer: null });
  const small = useMediaQuery('(max-width: 720px)');
  return (
    <Snackbar
      key={offer?.at}
      // On a phone the hands’ buttons are at the bottom: what is offered stands above them.
      anchorOrigin={small ? { vertical: 'top', horizontal: 'center' } : undefined}
      open={offer !== null}
      autoHideDuration={12_000}
      onClose={(_, reason) => reason !== 'clickaway' && close()}
      message={offer?.sentence}
      action={
        offer?.undo && (
          <Button
            size="small"
            color="inherit"
            variant="text"
            onClick={() => {
              offer.undo?.();
              close();
            }}
          >
            Undo
          </Button>
        )
      }
    />
  );
};

export default UndoBar;
