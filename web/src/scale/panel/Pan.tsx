import { SCALE_MODES, type ScaleMode } from '@maul/core/scale';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { memo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { SIMULATED, useBench } from '../store.ts';

const BOWL_GRAMS = 386;

/** The simulated scale's pan: what the hands would do in a kitchen. It never pretends to be a real one. */
export const Pan = memo(({ planned: plan, wide }: { planned: number | null; wide: boolean }) => {
  const pan = useBench((s) => s.pan);
  const dispatch = useBench((s) => s.dispatch);
  const mode = useBench((s) => s.sim.mode);
  const gone = useBench((s) => s.scale.link === 'lost');
  const [over, setOver] = useState(0);
  const planned = plan ?? 100;
  const hold = {
    onPointerDown: (event: PointerEvent<HTMLButtonElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      pan({ type: 'pour' });
    },
    onPointerUp: () => pan({ type: 'stop' }),
    onPointerCancel: () => pan({ type: 'stop' }),
    onKeyDown: (event: KeyboardEvent) => {
      if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) {
        event.preventDefault();
        pan({ type: 'pour' });
      }
    },
    onKeyUp: (event: KeyboardEvent) => {
      if (event.key === ' ' || event.key === 'Enter') pan({ type: 'stop' });
    },
    onBlur: () => pan({ type: 'stop' }),
  };
  return (
    <fieldset className={wide ? 'pan pan-wide' : 'pan'}>
      <legend>Simulated scale, a stand-in: its pan</legend>
      <div className="pan-buttons">
        <button type="button" onClick={() => pan({ type: 'bowl', grams: BOWL_GRAMS })}>
          Bowl on
        </button>
        <button
          type="button"
          onClick={() =>
            pan(
              over === 0
                ? { type: 'pour-to', grams: planned }
                : { type: 'pour-to', grams: planned + over, exactly: true },
            )
          }
        >
          Pour {planned}
          {over === 0 ? ' g' : ` + ${over} g`}
        </button>
        <button type="button" {...hold}>
          Hold to pour
        </button>
        <button type="button" onClick={() => pan({ type: 'take-out', grams: planned })}>
          Scoop {planned} g out
        </button>
        <button type="button" onClick={() => pan({ type: 'clear' })}>
          Take all off
        </button>
        <button type="button" aria-pressed={over > 0} onClick={() => setOver((o) => (o === 0 ? 6 : 0))}>
          Pour 6 g over
        </button>
        <button type="button" onClick={() => pan({ type: 'bowl', grams: 6000 })}>
          6 kg pot on
        </button>
        <button
          type="button"
          onClick={() => dispatch(gone ? { type: 'connect', source: SIMULATED } : { type: 'disconnect' })}
        >
          {gone ? 'Plug in' : 'Unplug'}
        </button>
      </div>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={mode}
        aria-label="Unit and division of the scale"
        onChange={(_, next: ScaleMode | null) => next && pan({ type: 'mode', mode: next })}
      >
        {(Object.keys(SCALE_MODES) as ScaleMode[]).map((mode) => (
          <ToggleButton key={mode} value={mode}>
            {mode}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </fieldset>
  );
});
Pan.displayName = 'Pan';
