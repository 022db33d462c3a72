import type { DayDocument } from '@maul/contract/diary';
import IconButton from '@mui/material/IconButton';
import Redo from '@mui/icons-material/Redo';
import Undo from '@mui/icons-material/Undo';
import { useCallback, useEffect, useState } from 'react';
import { plural } from '../../ui/formats/show.ts';
import { isTyping } from '../../ui/typing.ts';
import { takeStep, useDaySteps } from '../../data/undo/steps.ts';
import { fromDay } from '../../data/fromDay.ts';

/** Takes back what was done on the day, step by step, and does it again; by keyboard Ctrl Z and Ctrl Shift Z. */
const PlainUndoRedo = ({ day }: { day: Pick<DayDocument, 'athlete' | 'date'> }) => {
  const { undo, redo } = useDaySteps(day);
  const [said, setSaid] = useState('');
  const { athlete, date } = day;
  const take = useCallback(
    (way: 'undo' | 'redo'): void => {
      const step = takeStep({ athlete, date }, way);
      if (!step) return;
      const left =
        step.left > 0
          ? ` ${plural(step.left, 'row was', 'rows were')} changed elsewhere since and left alone.`
          : '';
      setSaid(`${way === 'undo' ? 'Taken back' : 'Done again'}: ${step.label}.${left}`);
    },
    [athlete, date],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      take(key === 'y' || event.shiftKey ? 'redo' : 'undo');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [take]);
  return (
    <span className="undo-redo">
      <IconButton
        size="small"
        disabled={undo === undefined}
        aria-label={undo === undefined ? 'Nothing to undo' : `Take back: ${undo}`}
        title={undo === undefined ? undefined : `Take back: ${undo} (Ctrl Z)`}
        onClick={() => take('undo')}
      >
        <Undo fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        disabled={redo === undefined}
        aria-label={redo === undefined ? 'Nothing to redo' : `Do again: ${redo}`}
        title={redo === undefined ? undefined : `Do again: ${redo} (Ctrl Shift Z)`}
        onClick={() => take('redo')}
      >
        <Redo fontSize="small" />
      </IconButton>
      <span role="status" className="second undo-said">
        {said}
      </span>
    </span>
  );
};

export const UndoRedo = fromDay({ athlete: true, date: true }, PlainUndoRedo);
