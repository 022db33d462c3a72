import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useUndo } from './undo.ts';

const UndoBar = () => {
  const offer = useUndo((s) => s.offer);
  const close = () => useUndo.setState({ offer: null });
  return (
    <Snackbar
      key={offer?.at}
      open={offer !== null}
      autoHideDuration={12_000}
      onClose={(_, reason) => reason !== 'clickaway' && close()}
      message={offer?.sentence}
      action={
        <Button
          size="small"
          color="inherit"
          variant="text"
          onClick={() => {
            offer?.undo();
            close();
          }}
        >
          Undo
        </Button>
      }
    />
  );
};

export default UndoBar;
