import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { memo } from 'react';
import { useBench, type Technique } from '../store.ts';

export const TECHNIQUES: readonly (readonly [Technique, string, string])[] = [
  ['bowl', 'Bowl', 'Tare, pour, capture; each food from zero. Liquids too: into the pan or the shaker.'],
  [
    'jar',
    'Out of a jar',
    'The full jar on, tare, scoop; what is missing is the portion. For a spread: jar and knife on, tare, spread, both back.',
  ],
  ['boxes', 'Boxes, plates', ''],
  ['pieces', 'Pieces', ''],
  ['free', 'Name it later', 'Weigh now, say what it was afterwards.'],
];

/** How one weighs: one row, by touch or arrow keys. */
export const Techniques = memo(() => {
  const technique = useBench((s) => s.technique);
  const use = useBench((s) => s.use);
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      className="techniques"
      value={technique}
      aria-label="How you weigh"
      onChange={(_, next: Technique | null) => next && use(next)}
    >
      {TECHNIQUES.map(([key, name]) => (
        <ToggleButton key={key} value={key}>
          {name}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
});
Techniques.displayName = 'Techniques';
