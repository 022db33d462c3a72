import { fatToAskFor, yieldAgainst, yieldTeller } from '@maul/core/kitchen';
import { startYields } from '@maul/core/foods';
import { liveNet } from '@maul/core/scale';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import { PanBelow, useBench, WeighPanel } from '../../scale/index.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { recipeFoodId } from '@maul/core/kitchen';
import { Balance } from './Balance.tsx';
import { CoolingStrip } from './Cooking.tsx';
import { inputOf, resultOf, useCaptures, type BatchRow, type Change } from './useBatch.ts';

const NONE = '';
/** As many batches in one pot say something of it alone. common practice, no source. */
const ENOUGH = 3;

/** Own earlier yields of what this batch tells of, the oldest first. */
export const useEarlier = (row: BatchRow, athleteId: string) => {
  const { data } = useKitchen(athleteId);
  const teller = yieldTeller(inputOf(row.thing).parts);
  const foodId = teller?.id ?? (row.thing.recipeId === null ? null : recipeFoodId(row.thing.recipeId));
  const result = resultOf(row.thing);
  // This batch itself is none of those before it.
  const itself = (y: { rawGrams: number; cookedGrams: number }): boolean =>
    result.ok && y.rawGrams === result.batch.balance.raw && y.cookedGrams === result.batch.balance.cooked;
  const seen = (data?.yields ?? []).filter(
    (y) => y.foodId === foodId && y.method === row.thing.method && !itself(y),
  );
  // The same pot tells more than another, once there are a few of it.
  const pot = row.thing.pots[0]?.name;
  const inPot = seen.filter((y) => y.pot !== null && y.pot === pot);
  const told = inPot.length >= ENOUGH ? inPot : seen;
  return { teller, foodId, earlier: told.map((y) => y.cookedGrams / y.rawGrams) };
};

/** The yield of this batch beside one’s own earlier ones, or the start value of a table. */
export const YieldRule = ({ row, athleteId }: { row: BatchRow; athleteId: string }) => {
  const { teller, earlier } = useEarlier(row, athleteId);
  const result = resultOf(row.thing);
  if (!result.ok) return null;
  const { yield: now, balance } = result.batch;
  const against = yieldAgainst(now, earlier);
  const start = against || !teller ? undefined : startYields(teller.name)[0];
  const band = against ?? start;
  const lo = Math.min(now, band?.low ?? now) - 0.06;
  const hi = Math.max(now, band?.high ?? now) + 0.06;
  return (
    <div className="batch-yield">
      <p>
        <b>Yield</b> {whole(balance.cooked)} of {whole(balance.raw)} g raw{' '}
        <b className={`n batch-yield-now${band && now >= band.low && now <= band.high ? ' is-inside' : ''}`}>
          {now.toFixed(3)}
        </b>
      </p>
      <Gauge
        label="Yield"
        unit=""
        value={now}
        window={band ? { low: band.low, high: Math.max(band.high, band.low + 0.002) } : null}
        size="band"
        lo={Math.max(0, lo)}
        hi={hi}
        labels
        marks={earlier}
        tick={(v) => v.toFixed(2)}
        show={(v) => v.toFixed(3)}
      />
      <p className="second">
        {against?.sentence ??
          (start
            ? `Usually ${start.low} to ${start.high}, ${start.method} (${start.source}).`
            : 'The first batch of it: its yield is kept.')}
      </p>
    </div>
  );
};

/** The pot with what is in it, and what was poured off. */
export const PotStage = ({
  row,
  athleteId,
  change,
  onDone,
}: {
  row: BatchRow;
  athleteId: string;
  change: Change;
  onDone: () => void;
}) => {
  const kitchen = useKitchen(athleteId);
  const containers = kitchen.data?.containers ?? [];
  const [potId, setPotId] = useState(NONE);
  const [ownTare, setOwnTare] = useState<number | null>(null);
  const [gross, setGross] = useState<number | null>(null);
  const pot = containers.find((c) => c.id === potId);
  const tare = pot?.grams ?? ownTare ?? 0;
  useCaptures(row.id, 'pot', () => undefined);
  const stable = useBench((s) => s.scale.stable);
  const onPan = useBench((s) => (s.scale.stable ? liveNet(s.scale) : null));
  const division = useBench((s) => s.scale.reading?.division ?? 1);
  const { pots, poured, cookedAt } = row.thing;
  const result = resultOf(row.thing);
  const fatAsked = fatToAskFor(inputOf(row.thing));
  const add = (weighed: number, step: number): void => {
    change((now) => ({
      pots: [
        ...now.pots,
        {
          id: uuidv7(),
          name: pot?.name ?? 'Pot',
          gross: Math.round(weighed * 100) / 100,
          tare,
          division: step,
        },
      ],
    }));
    setGross(null);
  };
  const pour = (what: 'fat' | 'water', grams: number | null): void =>
    change((now) => ({
      poured: [
        ...now.poured.filter((p) => p.what !== what),
        ...(grams === null || grams <= 0 ? [] : [{ what, grams }]),
      ],
    }));
  const outOf = (what: 'fat' | 'water'): number | null => poured.find((p) => p.what === what)?.grams ?? null;
  return (
    <div className="batch-cols">
      <WeighPanel
        name={pot?.name ?? 'The pot'}
        beside={tare > 0 ? `empty ${gramsText(tare)} g` : 'choose it below'}
        aim={null}
        able={stable && onPan !== null && onPan > 0}
        hint="Put the pot with the food on the scale. Its empty weight is taken off."
        onCapture={() => {
          if (onPan !== null && onPan > 0) add(onPan, division);
        }}
      >
        {cookedAt !== null && <CoolingStrip cookedAt={cookedAt} coldAt={row.thing.coldAt} />}
      </WeighPanel>
      <div className="batch-side rows">
        <TextField
          select
          label="Which pot"
          value={potId}
          onChange={(e) => setPotId(e.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value={NONE}>another, or tared on the scale</MenuItem>
          {containers.map((c) => (
            <MenuItem key={c.id} value={c.id}>
              {c.name}, {gramsText(c.grams)} g empty
            </MenuItem>
          ))}
        </TextField>
        {potId === NONE && (
          <NumberField
            label="Its empty weight, g (0 when the scale was tared with it)"
            value={ownTare}
            onChange={setOwnTare}
            onEmpty={() => setOwnTare(null)}
            min={0}
            max={50_000}
          />
        )}
        <div className="pair">
          <NumberField label="Full weight, g" value={gross} onChange={setGross} min={0.1} max={100_000} />
          <Button disabled={gross === null} onClick={() => gross !== null && add(gross, 1)}>
            Take it
          </Button>
        </div>
        <ul className="batch-list" aria-label="Pots weighed">
          {pots.map((p) => (
            <li key={p.id}>
              <span>
                {p.name}: {gramsText(p.gross)} g less {gramsText(p.tare)} g
              </span>
              <span className="n">{gramsText(Math.round((p.gross - p.tare) * 10) / 10)} g</span>
              <Button
                size="small"
                variant="text"
                onClick={() => change((now) => ({ pots: now.pots.filter((x) => x.id !== p.id) }))}
              >
                Weigh again
              </Button>
            </li>
          ))}
        </ul>
        <NumberField
          label="Fat poured off, g"
          value={outOf('fat')}
          onChange={(g) => pour('fat', g)}
          onEmpty={() => pour('fat', null)}
          min={0}
          max={20_000}
        />
        <NumberField
          label="Water poured off, g"
          value={outOf('water')}
          onChange={(g) => pour('water', g)}
          onEmpty={() => pour('water', null)}
          min={0}
          max={50_000}
        />
        {pots.length > 0 && !result.ok && (
          <p role="alert" className="is-over">
            {result.sentence}
          </p>
        )}
        {result.ok && (
          <>
            <Balance balance={result.batch.balance} />
            <YieldRule row={row} athleteId={athleteId} />
            {fatAsked !== null && (
              <p role="status">
                {gramsText(fatAsked)} g of fat went in. Was some of it poured off? What runs off takes its
                energy along: weigh it and enter it above.
              </p>
            )}
            <div>
              <Button variant="contained" onClick={onDone}>
                {fatAsked === null ? 'Fill the boxes' : 'No fat was poured off: fill the boxes'}
              </Button>
            </div>
          </>
        )}
      </div>
      <PanBelow aim={null} />
    </div>
  );
};
