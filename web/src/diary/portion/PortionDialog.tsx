import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { groupOf, METHODS, type Method } from '@maul/core/foods';
import { isBare, numberedMeals, rangeSpread } from '@maul/core/diary';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { readGrams, SwitchState } from '../../foods/index.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import { METHOD_NAMES } from '../../ui/gauge/Glyph.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { offerUndo } from '../../data/undo/undo.ts';
import { foodFigure, useUnits } from '../../ui/formats/units.ts';
import { copyPortion, savePortion } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { TrailText } from './TrailText.tsx';

const GUESSED: readonly Method[] = ['eye', 'out', 'spoon', 'label'];

/** Another meal of the day to which the portion is copied, planned there. */
const CopyTo = ({ day, portion, onDone }: { day: DayDocument; portion: PortionRow; onDone: () => void }) => {
  const numbered = numberedMeals(day.meals, day.athlete.dayTurnsAt);
  const others = numbered.filter((m) => m.id !== portion.mealId);
  if (others.length === 0) return null;
  const name = (id: string): string => {
    const at = numbered.findIndex((m) => m.id === id);
    return `meal ${at + 1}, ${numbered[at]?.time ?? ''}`;
  };
  return (
    <TextField
      select
      label="Copy it to"
      value=""
      onChange={(e) => {
        copyPortion(day, portion, e.target.value);
        offerUndo(`${portion.food.name} is planned in ${name(e.target.value)} too.`, () =>
          takeStep(day, 'undo'),
        );
        onDone();
      }}
      helperText="It is planned there, to be weighed."
    >
      {others.map((m) => (
        <MenuItem key={m.id} value={m.id}>
          {name(m.id)}
        </MenuItem>
      ))}
    </TextField>
  );
};

/** A planned portion raw instead of cooked, or cooked instead of raw. */
const OtherState = ({
  day,
  portion,
  onDone,
}: {
  day: DayDocument;
  portion: PortionRow;
  onDone: () => void;
}) => {
  const kitchen = useKitchen(day.athlete.id);
  if (portion.grams !== null || portion.plannedGrams === null) return null;
  return (
    <SwitchState
      food={portion.food}
      grams={portion.plannedGrams}
      yields={kitchen.data?.yields ?? []}
      onSwitch={(food, plannedGrams) => {
        savePortion(day, portion, { food, plannedGrams }, `${food.name} planned ${food.state}`);
        offerUndo(`${food.name} is planned ${food.state}.`, () => takeStep(day, 'undo'));
        onDone();
      }}
    />
  );
};

/** Between which ends a guess lies. */
const Ends = ({
  low,
  high,
  onLow,
  onHigh,
  fault,
  unit,
}: {
  low: string;
  high: string;
  onLow: (text: string) => void;
  onHigh: (text: string) => void;
  fault: string | undefined;
  unit: string;
}) => (
  <>
    <div className="pair">
      <TextField
        label={`At least, ${unit}`}
        value={low}
        onChange={(e) => onLow(e.target.value)}
        error={!!fault}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <TextField
        label={`At most, ${unit}`}
        value={high}
        onChange={(e) => onHigh(e.target.value)}
        error={!!fault}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
    </div>
    <p className={fault ? 'is-over' : 'second'} role={fault ? 'alert' : undefined}>
      {fault ?? 'For a guess, give both ends; the day then shows whether it lands at each.'}
    </p>
  </>
);

/** A portion by hand: its plan, its true amount, how that is known, and between which ends when it is a guess. */
const PortionDialog = ({
  day,
  portion,
  onClose,
  onSwap,
  onGive,
}: {
  day: DayDocument;
  portion: PortionRow;
  onClose: () => void;
  onSwap: () => void;
  onGive: () => void;
}) => {
  const units = useUnits();
  const shown = (kept: number | null | undefined): string =>
    kept === null || kept === undefined ? '' : foodFigure(kept, units);
  const [planned, setPlanned] = useState(shown(portion.plannedGrams));
  const [grams, setGrams] = useState(shown(portion.grams));
  const [method, setMethod] = useState<Method>(portion.method ?? (portion.guess ? 'out' : 'scale'));
  const [low, setLow] = useState(shown(portion.guess?.low));
  const [high, setHigh] = useState(shown(portion.guess?.high));
  const [reason, setReason] = useState(portion.reason ?? '');
  const [counted, setCounted] = useState(portion.food.counted !== false);
  // An amount that nobody touched stays what it was, to the last digit.
  const read = (text: string, kept: number | null | undefined): ReturnType<typeof readGrams> =>
    text === shown(kept) ? { grams: kept ?? null } : readGrams(text, units.food, portion.food);
  const plannedRead = read(planned, portion.plannedGrams);
  const gramsRead = read(grams, portion.grams);
  const ends = [read(low, portion.guess?.low), read(high, portion.guess?.high)] as const;
  const measured = gramsRead.grams !== null;
  const mayGuess = !measured || GUESSED.includes(method);
  const guess =
    mayGuess && ends[0].grams !== null && ends[1].grams !== null
      ? { low: ends[0].grams, high: ends[1].grams }
      : null;
  // What was typed as energy or macros was never so many grams: only how it is known can be said of it.
  const bare = isBare(portion.food);
  const about = gramsRead.grams ?? plannedRead.grams;
  const guessFault =
    ends[0].fault ??
    ends[1].fault ??
    (guess && !(guess.low < guess.high)
      ? 'The lower end of a range comes first.'
      : guess && about !== null && !(about >= guess.low && about <= guess.high)
        ? 'The amount lies between the two ends.'
        : undefined);
  const nothing =
    plannedRead.grams === null && gramsRead.grams === null && !plannedRead.fault && !gramsRead.fault;
  const fault = nothing ? 'Enter a planned or a measured amount.' : (gramsRead.fault ?? undefined);
  const save = (): void => {
    const same = gramsRead.grams === portion.grams && method === portion.method;
    const spread = guess ? rangeSpread(guess.low, guess.high) : (gramsRead.spread ?? null);
    savePortion(day, portion, {
      ...(counted === (portion.food.counted !== false) ? {} : { food: { ...portion.food, counted } }),
      plannedGrams: plannedRead.grams,
      grams: gramsRead.grams,
      method: measured ? method : null,
      division: same ? portion.division : measured && method === 'scale' ? 1 : null,
      trail: same ? portion.trail : null,
      spread: !measured ? null : same && !guess ? portion.spread : spread,
      guess,
      reason: reason.trim() === '' ? null : reason.trim(),
    });
    onClose();
  };
  const away = (): void => {
    savePortion(day, portion, { deleted: true }, `${portion.food.name} removed`);
    offerUndo(`${portion.food.name} was removed.`, () =>
      savePortion(day, { ...portion, deleted: true }, { deleted: false }),
    );
    onClose();
  };
  return (
    <FormDialog
      title={portion.food.name}
      onClose={onClose}
      keep="Keep"
      canKeep={!plannedRead.fault && !fault && !guessFault}
      onKeep={save}
      away={
        <Button color="error" variant="text" onClick={away}>
          Remove it
        </Button>
      }
    >
      <p className="quiet">
        {portion.food.state}. {portion.food.source}
      </p>
      {!bare && (
        <>
          <TextField
            label={`Planned, ${units.food}`}
            value={planned}
            onChange={(e) => setPlanned(e.target.value)}
            error={!!plannedRead.fault}
            helperText={plannedRead.fault}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            margin="dense"
          />
          <OtherState day={day} portion={portion} onDone={onClose} />
          <TextField
            label={`True amount, ${units.food}`}
            value={grams}
            onChange={(e) => setGrams(e.target.value)}
            error={!!fault}
            helperText={fault ?? 'Leave it empty while it is only planned.'}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            autoFocus
          />
        </>
      )}
      <TextField
        select
        label="How it is known"
        value={method}
        onChange={(e) => setMethod(e.target.value as Method)}
        disabled={!measured}
      >
        {METHODS.map((m) => (
          <MenuItem key={m} value={m}>
            {METHOD_NAMES[m]}
          </MenuItem>
        ))}
      </TextField>
      {mayGuess && !bare && (
        <Ends low={low} high={high} onLow={setLow} onHigh={setHigh} fault={guessFault} unit={units.food} />
      )}
      <TextField
        label="Why, or what to remember"
        value={reason}
        onChange={(e) => setReason(e.target.value.slice(0, 200))}
      />
      {(plannedRead.assumed ?? gramsRead.assumed) && (
        <p className="second">{gramsRead.assumed ?? plannedRead.assumed}</p>
      )}
      {groupOf(portion.food) === 'fat' && (
        <FormControlLabel
          control={<Checkbox checked={!counted} onChange={(e) => setCounted(!e.target.checked)} />}
          label="Cooking fat that stays in the pan: do not count it"
        />
      )}
      <CopyTo day={day} portion={portion} onDone={onClose} />
      {!bare && (
        <div className="meal-parts">
          <Button size="small" onClick={onSwap}>
            Swap
          </Button>
          <Button size="small" onClick={onGive}>
            Give part of it
          </Button>
        </div>
      )}
      <TrailText portion={portion} />
    </FormDialog>
  );
};

export default PortionDialog;
