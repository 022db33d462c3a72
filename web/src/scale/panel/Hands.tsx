import { showMass, taredAt, type ScaleState } from '@maul/core/scale';
import Button from '@mui/material/Button';
import { memo } from 'react';
import { useBench } from '../store.ts';

const statusOf = (scale: ScaleState): string => {
  if (scale.link === 'lost') return 'Scale gone';
  if (scale.link === 'absent') return 'No scale';
  if (!scale.reading) return 'Waiting for the scale';
  if (scale.reading.overload) return 'Overload';
  const tared = scale.layers.length > 0 ? `, tared at ${showMass(taredAt(scale), scale.reading)}` : '';
  return `${scale.armed !== null ? `Waits to ${scale.armed.act}` : scale.stable ? 'Scale steady' : 'Scale moving'}${tared}`;
};

/** What the scale is doing, in words; drawn only when the words change. */
export const Status = () => <span className="second">{useBench((s) => statusOf(s.scale))}</span>;

/** The three buttons of wet hands: undo, tare, capture. */
export const Buttons = memo(({ onCapture, able }: { onCapture: () => void; able: boolean }) => {
  const dispatch = useBench((s) => s.dispatch);
  const waits = useBench((s) => s.scale.armed?.act === 'capture');
  return (
    <div className="bench-buttons">
      <Button onClick={() => dispatch({ type: 'undo' })} aria-keyshortcuts="U">
        Undo
      </Button>
      <Button onClick={() => dispatch({ type: 'tare' })} aria-keyshortcuts="T">
        Tare
      </Button>
      <Button variant="contained" onClick={onCapture} disabled={!able} aria-keyshortcuts="C">
        {waits ? 'Waiting …' : 'Capture'}
      </Button>
    </div>
  );
});
Buttons.displayName = 'Buttons';
