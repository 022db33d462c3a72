import { K90 } from '@maul/core/units';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { liveNet, meanPiece, type MeanPiece } from '@maul/core/scale';
import { RELATIVE_GRAMS } from '@maul/core/foods';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { gramsText } from '../../ui/formats/show.ts';
import { savePortion } from '../../data/edit.ts';
import { useBench } from '../store.ts';

const whole = (text: string): number | null => (/^\d{1,3}$/.test(text.trim()) ? Number(text) : null);

/** Counted pieces: some on the scale give the mean of one; then the count is enough. */
export const Pieces = ({ day, current }: { day: DayDocument; current: PortionRow }) => {
  const scale = useBench((s) => s.scale);
  const measure = current.food.measures?.find((m) => /piece|slice|cake|egg/i.test(m.name));
  const [onScale, setOnScale] = useState('3');
  const [eaten, setEaten] = useState('2');
  const [mean, setMean] = useState<(MeanPiece & { count: number }) | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const net = liveNet(scale);
  const grams = mean?.grams ?? measure?.grams ?? null;
  const spread = mean ? RELATIVE_GRAMS.pieces : (measure?.spread ?? RELATIVE_GRAMS.pieces);
  const take = (): void => {
    try {
      const count = whole(onScale) ?? NaN;
      if (!scale.stable) throw new RangeError('Wait until the scale stands still.');
      setMean({ ...meanPiece(net ?? 0, count, scale.reading?.division ?? 1), count });
      setFault(null);
    } catch (error) {
      setFault(error instanceof Error ? error.message : 'They cannot be counted.');
    }
  };
  const count = whole(eaten);
  const sum = grams !== null && count !== null && count > 0 ? Math.round(grams * count * 10) / 10 : null;
  const keep = (): void => {
    if (sum === null) return;
    savePortion(day, current, {
      grams: sum,
      method: 'pieces',
      division: null,
      trail: null,
      spread: count === null ? spread : spread / Math.sqrt(count),
      guess: null,
    });
  };
  return (
    <div className="pieces rows" role="group" aria-label="Counted pieces">
      <div className="pair">
        <TextField
          size="small"
          label="Pieces on the scale"
          value={onScale}
          onChange={(e) => setOnScale(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <Button onClick={take}>Weigh the mean</Button>
      </div>
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault}
        </p>
      )}
      <p className="second">
        {mean
          ? `One weighs ${mean.grams.toFixed(1)} g, the mean of ${mean.count}; the scale is sure of it to ± ${(K90 * mean.uncertainty).toFixed(1)} g.`
          : measure
            ? `One ${measure.name} is taken as ${gramsText(measure.grams)} g until it is weighed.`
            : 'No piece of this food is known: weigh some together.'}{' '}
        One piece strays ± {Math.round(spread * 100)} %.
      </p>
      <div className="pair">
        <TextField
          size="small"
          label="Pieces eaten"
          value={eaten}
          onChange={(e) => setEaten(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <Button variant="contained" onClick={keep} disabled={sum === null}>
          {sum === null ? 'Keep' : `Keep ${gramsText(sum)} g`}
        </Button>
      </div>
    </div>
  );
};
