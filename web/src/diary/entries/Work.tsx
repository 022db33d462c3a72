import { type Muscle, MUSCLES, netWork, type SteadyWork } from '@maul/core/body';
import { readNumber, K90 } from '@maul/core/units';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

/** What a session trains, a press each. */
export const Muscles = ({
  value,
  onChange,
}: {
  value: readonly Muscle[];
  onChange: (next: Muscle[]) => void;
}) => (
  <div className="meal-parts" role="group" aria-label="Muscle groups">
    {MUSCLES.map((muscle) => (
      <Chip
        key={muscle}
        label={muscle}
        variant={value.includes(muscle) ? 'filled' : 'outlined'}
        color={value.includes(muscle) ? 'primary' : 'default'}
        aria-pressed={value.includes(muscle)}
        onClick={() =>
          onChange(
            value.includes(muscle)
              ? value.filter((m) => m !== muscle)
              : MUSCLES.filter((m) => m === muscle || value.includes(m)),
          )
        }
      />
    ))}
  </div>
);

type Way = 'walk' | 'run' | 'cycle' | 'step';
/** Each way to work, and the two figures that tell it. */
const WAYS: Readonly<Record<Way, { name: string; first: string; second: string | null }>> = {
  walk: { name: 'Walking', first: 'km/h', second: 'Grade, %' },
  run: { name: 'Running', first: 'km/h', second: 'Grade, %' },
  cycle: { name: 'Cycling', first: 'Watts', second: null },
  step: { name: 'Stepping', first: 'Steps a minute', second: 'Step height, cm' },
};

const workOf = (way: Way, first: string, second: string): SteadyWork | null => {
  const [a, b] = [readNumber(first), readNumber(second)];
  // A second figure that cannot be read is not taken as none.
  if (!a.ok || (!b.ok && b.fault !== 'empty')) return null;
  switch (way) {
    case 'walk':
    case 'run':
      return { kind: way, kmh: a.value, grade: b.ok ? b.value / 100 : 0 };
    case 'cycle':
      return { kind: 'cycle', watts: a.value };
    case 'step':
      return b.ok ? { kind: 'step', perMinute: a.value, heightM: b.value / 100 } : null;
  }
};

/** Reckons the net energy of steady work and hands it over; says how unsure it is, and that it is no food. */
export const Reckon = ({
  minutes,
  weightKg,
  onKcal,
}: {
  minutes: number | null;
  weightKg: number;
  onKcal: (kcal: number) => void;
}) => {
  const [way, setWay] = useState<Way>('walk');
  const [first, setFirst] = useState('');
  const [second, setSecond] = useState('');
  const work = workOf(way, first, second);
  const cost = work && minutes !== null ? netWork(work, weightKg, minutes) : null;
  const shape = WAYS[way];
  return (
    <details className="reckon">
      <summary>Work out the kcal from speed, watts or steps</summary>
      <TextField select label="Way" value={way} onChange={(e) => setWay(e.target.value as Way)}>
        {Object.entries(WAYS).map(([key, { name }]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <div className="pair">
        <TextField
          label={shape.first}
          value={first}
          onChange={(e) => setFirst(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        {shape.second !== null && (
          <TextField
            label={shape.second}
            value={second}
            onChange={(e) => setSecond(e.target.value)}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        )}
      </div>
      {cost?.ok && (
        <p>
          <b>
            {Math.round(cost.kcal)} kcal ± {Math.round(K90 * cost.sd)}
          </b>{' '}
          (90 %), net of rest, by ACSM. {cost.edge}{' '}
          <Button size="small" onClick={() => onKcal(Math.round(cost.kcal))}>
            Take it
          </Button>
        </p>
      )}
      {cost && !cost.ok && <p className="second">{cost.sentence}</p>}
      {minutes === null && <p className="second">Type the minutes first.</p>}
      <p className="quiet">
        It is not handed back as food: your expenditure comes from your log and mornings, and already holds
        it.
      </p>
    </details>
  );
};
