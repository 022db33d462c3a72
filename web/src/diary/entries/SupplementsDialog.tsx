import { isClock, numberIn, clockOf, localMoment } from '@maul/core/units';
import { CERTIFIED, type DayDocument, type StandingRow } from '@maul/contract/diary';
import { isTagname, NUTRIENT_LABELS, TAGNAMES, type Tagname } from '@maul/core/nutrition';
import { substanceCaution } from '@maul/core/diary';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { offerUndo } from '../../data/undo/undo.ts';
import { asStep, takeStep } from '../../data/undo/steps.ts';
import { saveEntry, saveStanding } from '../../data/edit.ts';

type Supplement = Extract<StandingRow['thing'], { kind: 'supplement' }>;
/** What a dose is most often labelled with. */
const HELD: readonly Tagname[] = [
  'ENERC', 'PROCNT', 'CAFFN', 'VITD', 'VITB12', 'FE', 'ZN', 'MG', 'CA', 'K', 'NA', 'ID', 'SE', 'VITC', 'F20D5N3', 'F22D6N3', 'FOLDFE', 'VITB6A',
]; // prettier-ignore

const MOST_TIMES = 8;

const EMPTY: Supplement = {
  kind: 'supplement',
  name: '',
  dose: { amount: 1, unit: 'capsule' },
  counted: true,
  certified: 'unknown',
  nutrients: {},
  times: [],
};

const Form = ({ day, row, onClose }: { day: DayDocument; row: StandingRow | null; onClose: () => void }) => {
  const before = row?.thing.kind === 'supplement' ? row.thing : EMPTY;
  const [name, setName] = useState(before.name);
  const [amount, setAmount] = useState(String(before.dose.amount));
  const [unit, setUnit] = useState(before.dose.unit);
  const [times, setTimes] = useState(before.times.join(', '));
  const [counted, setCounted] = useState(before.counted);
  const [certified, setCertified] = useState(before.certified);
  const [held, setHeld] = useState(() =>
    Object.entries(before.nutrients).map(([tag, value]) => ({ tag, value: String(value) })),
  );
  const dose = numberIn(amount, { point: 'decimal' });
  const timeList = times.split(/[,\s]+/).filter((t) => t !== '');
  const badTime = timeList.find((t) => !isClock(t));
  const amountOf = (value: string): number => numberIn(value, { point: 'decimal' });
  const badAmount = (value: string): boolean => value.trim() !== '' && !(amountOf(value) >= 0);
  const nutrients: Partial<Record<Tagname, number>> = {};
  for (const { tag, value } of held)
    if (isTagname(tag) && value.trim() !== '') nutrients[tag] = amountOf(value);
  const never = substanceCaution(name);
  const timeFault =
    badTime !== undefined
      ? `${badTime} is no time of the day.`
      : timeList.length > MOST_TIMES
        ? `At most ${MOST_TIMES} times a day.`
        : undefined;
  const can =
    name.trim() !== '' &&
    dose > 0 &&
    unit.trim() !== '' &&
    timeFault === undefined &&
    !held.some((h) => badAmount(h.value)) &&
    !never;
  const keep = (): void => {
    const thing: Supplement = {
      kind: 'supplement',
      name: name.trim(),
      dose: { amount: dose, unit: unit.trim() },
      counted,
      certified,
      nutrients,
      times: timeList,
    };
    saveStanding(day, row, thing, thing.name);
    onClose();
  };
  return (
    <FormDialog
      title={row ? before.name : 'A supplement'}
      onClose={onClose}
      keep="Keep"
      canKeep={can}
      onKeep={keep}
    >
      <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} margin="dense" />
      <div className="pair">
        <TextField
          label="One dose is"
          value={amount}
          onChange={(e) => setAmount(e.target.value)}
          error={!(dose > 0)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          label="of"
          value={unit}
          onChange={(e) => setUnit(e.target.value)}
          placeholder="g, capsule, drop"
        />
      </div>
      <TextField
        label="Times"
        value={times}
        onChange={(e) => setTimes(e.target.value)}
        error={timeFault !== undefined}
        helperText={timeFault ?? 'For example 07:00, 21:30. Leave it empty for any time.'}
      />
      <TextField
        select
        label="Tested by a third party"
        value={certified}
        onChange={(e) => setCertified(e.target.value as Supplement['certified'])}
        helperText="Tested products are the safer choice: they contain what the label says."
      >
        {CERTIFIED.map((c) => (
          <MenuItem key={c} value={c}>
            {c}
          </MenuItem>
        ))}
      </TextField>
      <FormControlLabel
        control={<Checkbox checked={counted} onChange={(e) => setCounted(e.target.checked)} />}
        label="Count its nutrients in the day"
      />
      <ul className="held" aria-label="What one dose holds">
        {held.map(({ tag, value }, i) => (
          <li key={i} className="pair">
            <TextField
              select
              size="small"
              label="Holds"
              value={tag}
              onChange={(e) =>
                setHeld((all) => all.map((h, j) => (j === i ? { ...h, tag: e.target.value } : h)))
              }
            >
              {HELD.map((t) => (
                <MenuItem key={t} value={t}>
                  {NUTRIENT_LABELS[t]}, {TAGNAMES[t]}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              size="small"
              label="Amount"
              value={value}
              error={badAmount(value)}
              helperText={badAmount(value) ? 'A number, or empty for unknown.' : undefined}
              onChange={(e) =>
                setHeld((all) => all.map((h, j) => (j === i ? { ...h, value: e.target.value } : h)))
              }
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
            <IconButton
              size="small"
              aria-label="Remove this nutrient"
              onClick={() => setHeld((all) => all.filter((_, j) => j !== i))}
            >
              <Close fontSize="small" />
            </IconButton>
          </li>
        ))}
      </ul>
      <div>
        <Button
          size="small"
          onClick={() =>
            setHeld((all) => [
              ...all,
              { tag: HELD.find((t) => !all.some((h) => h.tag === t)) ?? 'ENERC', value: '' },
            ])
          }
        >
          Add what one dose holds
        </Button>
      </div>
      {never && (
        <p role="alert" className="is-over">
          {never.sentence} {never.see} What was taken can be logged beside the day as a note.
        </p>
      )}
    </FormDialog>
  );
};

/** Supplements: dose, times, counted or not, tested or not. Maul repeats no claim of any of them. */
const SupplementsDialog = ({ day, onClose }: { day: DayDocument; onClose: () => void }) => {
  const [open, setOpen] = useState<StandingRow | 'new' | null>(null);
  const all = day.standing.flatMap((row) =>
    row.thing.kind === 'supplement' ? [{ row, thing: row.thing }] : [],
  );
  const now = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
  const entryOf = ({ row, thing }: (typeof all)[number], done: boolean) => {
    const { times: _times, ...rest } = thing;
    return { ...rest, supplementId: row.id, done };
  };
  const take = (one: (typeof all)[number]): void => {
    saveEntry(day, null, { time: now, thing: entryOf(one, true) }, one.thing.name);
    offerUndo(`${one.thing.name}, taken at ${now}.`, () => takeStep(day, 'undo'));
  };
  const planned = (id: string, time: string): boolean =>
    day.entries.some((e) => e.thing.kind === 'supplement' && e.thing.supplementId === id && e.time === time);
  const missing = all.flatMap((one) =>
    one.thing.times.filter((time) => !planned(one.row.id, time)).map((time) => ({ one, time })),
  );
  const plan = (): void =>
    asStep(day, 'Supplements on the day', () =>
      missing.forEach(({ one, time }) =>
        saveEntry(day, null, { time, thing: entryOf(one, false) }, one.thing.name),
      ),
    );
  const away = (row: StandingRow, name: string): void => {
    saveStanding(day, row, null, `${name} removed`);
    offerUndo(`${name} was removed. What was taken of it stays.`, () => takeStep(day, 'undo'));
  };
  if (open) return <Form day={day} row={open === 'new' ? null : open} onClose={() => setOpen(null)} />;
  return (
    <FormDialog title="Supplements" onClose={onClose}>
      {all.length === 0 && <p>No supplements yet. Add one with its dose; after that, one press logs it.</p>}
      <ul className="standing-list">
        {all.map((one) => (
          <li key={one.row.id}>
            <span>
              <b>{one.thing.name}</b> {one.thing.dose.amount} {one.thing.dose.unit}
              <br />
              <span className="second">
                {[
                  one.thing.times.join(', '),
                  one.thing.counted ? 'counted' : 'not counted',
                  one.thing.certified === 'unknown' ? 'not known whether tested' : one.thing.certified,
                ]
                  .filter((t) => t !== '')
                  .join(' · ')}
              </span>
            </span>
            <span className="standing-tools">
              <Button size="small" variant="contained" onClick={() => take(one)}>
                Taken now
              </Button>
              <Button size="small" variant="text" onClick={() => setOpen(one.row)}>
                Change
              </Button>
              <IconButton
                size="small"
                aria-label={`Remove ${one.thing.name}`}
                onClick={() => away(one.row, one.thing.name)}
              >
                <Close fontSize="small" />
              </IconButton>
            </span>
          </li>
        ))}
      </ul>
      <div className="meal-parts">
        <Button size="small" onClick={() => setOpen('new')}>
          Add a supplement
        </Button>
        {missing.length > 0 && (
          <Button size="small" onClick={plan}>
            Put {missing.length} on the day
          </Button>
        )}
      </div>
      <p className="quiet">
        Choose what a third party has tested; ask a doctor about what you take with medicines. Maul repeats no
        claim.
      </p>
    </FormDialog>
  );
};

export default SupplementsDialog;
