import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { memo, useState, type FormEvent } from 'react';
import { readDisplay } from '../panel/display.ts';
import { useBenchPrefs, type SourceKind } from '../panel/prefs.ts';
import { connectSerial, serialOf, stopSerial, typeReading } from './sources.ts';
import { useBench } from '../store.ts';

const SOURCES: readonly (readonly [SourceKind, string])[] = [
  ['simulated', 'Simulated'],
  ['serial', 'Serial scale'],
  ['keyboard', 'Keyboard'],
];

/** The keyboard as a scale: what the display of any scale reads is typed. */
export const TypedReading = () => {
  const [text, setText] = useState('');
  const read = readDisplay(text);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (!read) return;
    typeReading(read.gross, read.division);
    setText('');
  };
  return (
    <form className="typed-reading" onSubmit={submit} noValidate>
      <TextField
        label="The scale reads, g"
        value={text}
        onChange={(e) => setText(e.target.value)}
        error={text !== '' && !read}
        helperText={
          text !== '' && !read
            ? 'The number on its display, such as 386 or 386.4'
            : 'Everything on it, not only the last food'
        }
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button type="submit" variant="contained" disabled={!read}>
        It reads this
      </Button>
    </form>
  );
};

/** Where the readings come from, and how this device's bench sounds and looks. */
export const Source = memo(() => {
  const prefs = useBenchPrefs();
  const link = useBench((s) => s.scale.link);
  const name = useBench((s) => s.scale.source);
  const toggle = (key: 'sound' | 'vibration' | 'large' | 'auto', label: string) => (
    <FormControlLabel
      control={<Switch checked={prefs[key]} onChange={(e) => prefs.set({ [key]: e.target.checked })} />}
      label={label}
    />
  );
  return (
    <section className="rows bench-source" aria-label="Scale and bench">
      <h2 className="panel-title">Scale</h2>
      <ToggleButtonGroup
        exclusive
        value={prefs.source}
        aria-label="Where the readings come from"
        onChange={(_, source: SourceKind | null) => source && prefs.set({ source })}
      >
        {SOURCES.map(([kind, label]) => (
          <ToggleButton key={kind} value={kind}>
            {label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {prefs.source === 'serial' &&
        (serialOf() ? (
          <div className="serial">
            {link === 'live' ? (
              <>
                <span>
                  Reading <b>{name}</b>.
                </span>
                <Button size="small" onClick={() => void stopSerial()}>
                  Discard it
                </Button>
              </>
            ) : (
              <Button variant="contained" onClick={() => void connectSerial()}>
                Choose its port
              </Button>
            )}
          </div>
        ) : (
          <p role="alert">
            This browser cannot reach a serial scale. Chromium on a computer can; the keyboard always works.
          </p>
        ))}
      {prefs.source === 'simulated' && (
        <p className="second">A stand-in: no real scale is connected. Its pan is under the bench.</p>
      )}
      <div className="bench-switches">
        {toggle('sound', 'Sound when it stands still and at the notch')}
        {toggle('vibration', 'Vibration')}
        {toggle('large', 'Large type')}
        {toggle('auto', 'Capture automatically after 1.5 s steady in the notch')}
      </div>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={prefs.hand}
        aria-label="The hand you weigh with"
        onChange={(_, hand: 'left' | 'right' | null) => hand && prefs.set({ hand })}
      >
        <ToggleButton value="left">Left hand</ToggleButton>
        <ToggleButton value="right">Right hand</ToggleButton>
      </ToggleButtonGroup>
    </section>
  );
});
Source.displayName = 'Source';
