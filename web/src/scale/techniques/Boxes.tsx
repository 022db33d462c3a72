import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { boxShares, liveNet, showMass, taredAt } from '@maul/core/scale';
import { type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { addDays, datesFrom, isIsoDate } from '@maul/core/units';
import { gramsText, shortDate } from '../../ui/formats/show.ts';
import { readGrams } from '../../foods/index.ts';
import { useBench, type BenchBox } from '../store.ts';

const AWAY = 'away';
const ON = 'on ';
/** Boxes are for so many days to come: cooked food keeps no longer in a fridge. Source: USDA FSIS, 3 to 4 days. */
const DAYS_AHEAD = 4;

const whoseOf = (value: string): Pick<BenchBox, 'mealId' | 'day'> => {
  const date = value.startsWith(ON) ? value.slice(ON.length) : '';
  if (isIsoDate(date)) return { mealId: null, day: date };
  return { mealId: value === AWAY ? null : value, day: null };
};

/** A row of boxes, or two plates, filled one after the other: equal shares or given grams, each with its part of the whole. */
export const Boxes = ({
  day,
  sheet,
  current,
  onFill,
}: {
  day: DayDocument;
  sheet: DaySheet;
  current: PortionRow;
  onFill: (boxId: string) => void;
}) => {
  const { scale, boxes, total, setBoxes } = useBench();
  const newBox = (at: number): BenchBox => ({ id: uuidv7(), label: `Box ${at}`, aim: null, mealId: null });
  useEffect(() => {
    // The first box is the portion that is planned here; the others wait to be told whose they are.
    if (useBench.getState().boxes.length === 0)
      setBoxes([
        { id: current.id, label: 'Box 1', aim: current.plannedGrams, mealId: current.mealId },
        newBox(2),
      ]);
  }, [current, setBoxes]);
  const gramsOf = (id: string): number | null => {
    const layer = scale.layers.find((l) => l.kind === 'portion' && l.portionId === id);
    return layer?.kind === 'portion' ? layer.net : null;
  };
  const shares = boxShares(
    boxes.map((b) => ({ id: b.id, aim: b.aim, grams: gramsOf(b.id) })),
    total,
  );
  const net = liveNet(scale) ?? 0;
  const like = scale.reading ?? { unit: 'g' as const, division: 1 };
  const change = (id: string, values: Partial<BenchBox>) =>
    setBoxes(boxes.map((b) => (b.id === id ? { ...b, ...values } : b)));
  const first = shares.find((b) => b.grams === null);
  const time = sheet.meals.find((m) => m.id === current.mealId)?.time ?? '';
  const later = datesFrom(addDays(day.date, 1), DAYS_AHEAD);
  return (
    <div className="boxes rows" role="group" aria-label="Boxes and plates">
      <p className="second">
        Set a box (or a plate) down, tare, fill it, press Fill. A pot on the scale works too: tare the pot and
        take out of it.
      </p>
      <div className="pair">
        <TextField
          key={total}
          size="small"
          label="Whole batch, g"
          defaultValue={total === null ? '' : String(total)}
          onBlur={(e) => setBoxes(boxes, readGrams(e.target.value).grams)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Button
          onClick={() => setBoxes(boxes, Math.round(net * 10) / 10)}
          disabled={net < 1 || scale.layers.length === 0}
        >
          Take it from the scale
        </Button>
      </div>
      <ul className="box-list">
        {shares.map((share, i) => {
          const box = boxes[i];
          if (!box) return null;
          return (
            <li key={box.id} className={share.id === first?.id ? 'box-next' : ''}>
              <TextField
                size="small"
                label={`Name of box ${i + 1}`}
                value={box.label}
                onChange={(e) => change(box.id, { label: e.target.value })}
              />
              <TextField
                size="small"
                label="Grams"
                placeholder={share.wanted === null ? 'equal' : String(Math.round(share.wanted))}
                defaultValue={box.aim === null ? '' : String(box.aim)}
                onBlur={(e) => change(box.id, { aim: readGrams(e.target.value).grams })}
                disabled={share.grams !== null}
                slotProps={{ htmlInput: { inputMode: 'decimal' } }}
              />
              <TextField
                select
                size="small"
                label="For"
                value={box.day ? `${ON}${box.day}` : (box.mealId ?? AWAY)}
                onChange={(e) => change(box.id, whoseOf(e.target.value))}
                disabled={share.grams !== null || box.id === current.id}
              >
                {sheet.meals.map((m) => (
                  <MenuItem key={m.id} value={m.id}>
                    my meal {m.number}, {m.time}
                  </MenuItem>
                ))}
                {later.map((date) => (
                  <MenuItem key={date} value={`${ON}${date}`}>
                    mine on {shortDate(date)}, {time}
                  </MenuItem>
                ))}
                <MenuItem value={AWAY}>put away, or somebody else</MenuItem>
              </TextField>
              <span className="n box-share">
                {share.grams === null
                  ? share.wanted === null
                    ? 'empty'
                    : `to get ${gramsText(Math.round(share.wanted * 10) / 10)} g`
                  : `${showMass(share.grams, like)}, ${Math.round((share.share ?? 0) * 100)} %`}
              </span>
              {share.grams === null && (
                <span className="box-buttons">
                  <Button size="small" variant="contained" onClick={() => onFill(box.id)}>
                    Fill
                  </Button>
                  {boxes.length > 1 && box.id !== current.id && (
                    <Button
                      size="small"
                      variant="text"
                      aria-label={`Remove ${box.label}`}
                      onClick={() => setBoxes(boxes.filter((b) => b.id !== box.id))}
                    >
                      Away
                    </Button>
                  )}
                </span>
              )}
            </li>
          );
        })}
      </ul>
      <div className="box-foot">
        <Button size="small" onClick={() => setBoxes([...boxes, newBox(boxes.length + 1)])}>
          Add a box
        </Button>
        <span className="second">
          {total === null
            ? `On the scale since the last tare: ${scale.reading ? showMass(net, like) : '–'}`
            : `Left of the batch: ${gramsText(Math.round((total - shares.reduce((s, b) => s + (b.grams ?? 0), 0)) * 10) / 10)} g`}
          {scale.layers.length > 0 ? `; tared at ${showMass(taredAt(scale), like)}` : ''}
        </span>
      </div>
      {day.date !== day.today && (
        <p className="second">These boxes go to the meals of {shortDate(day.date)}.</p>
      )}
    </div>
  );
};
