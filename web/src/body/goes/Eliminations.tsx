import type { GoesWithDocument } from '@maul/contract/body';
import type { DayDocument, StandingBody } from '@maul/contract/diary';
import { eliminationDates } from '@maul/core/body';
import { addDays, isIsoDate, readNumber } from '@maul/core/units';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { saveStanding } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { DateField } from '../../ui/fields/DateField.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { plural, shortDate } from '../../ui/formats/show.ts';
import { MARK_WORDS } from '../morning/marks.ts';

type Told = GoesWithDocument['eliminations'][number];
type Kind = Told['marks'][number]['out'];

/** What one mark says, without a judgement that the days do not carry. */
const SAYS: Readonly<Record<Told['marks'][number]['verdict'], string>> = {
  few: 'too few days yet',
  nothing: 'no more than chance',
  changed: 'changed without it',
  returned: 'changed without it and changed back with it',
};

const KindCell = ({ kind }: { kind: Kind }) => (
  <td>
    {kind === null ? (
      'not known'
    ) : (
      <>
        {kind.mean.toFixed(1)} <span className="quiet">({plural(kind.days, 'day')})</span>
      </>
    )}
  </td>
);

const stageOf = (one: Told): string => {
  switch (one.stage) {
    case 'coming':
      return `begins on ${shortDate(one.from)}`;
    case 'washing out':
      return `washing out, day ${one.day} of ${one.of}; days count from ${shortDate(one.countsFrom)}`;
    case 'out':
      return `left out, day ${one.day} of ${one.of}; back from ${shortDate(one.backFrom)}`;
    case 'back':
      return `back, day ${one.day} of ${one.of}, until ${shortDate(one.until)}`;
    case 'done':
      return `${shortDate(one.from)} to ${shortDate(one.until)}`;
  }
};

const conclusion = (one: Told): string => {
  const returned = one.marks.filter((m) => m.verdict === 'returned');
  if (returned.length > 0)
    return `${returned.map((m) => MARK_WORDS[m.mark].name).join(' and ')} changed without ${one.food} and changed back with it. You can put it on your list of foods not tolerated; trouble that lasts is for a doctor or dietitian.`;
  if (one.stage !== 'done') return `Wait until ${one.food} is back: before that nothing can be concluded.`;
  if (one.marks.every((m) => m.verdict === 'few'))
    return 'Too few days with marks to say anything. Eight of each kind are needed.';
  if (one.marks.some((m) => m.verdict === 'changed'))
    return `Something changed while ${one.food} was out, and did not change back with it. It need not be the food.`;
  return `Leaving ${one.food} out changed no more than chance would.`;
};

const OneTold = ({ one, onRemove }: { one: Told; onRemove: (() => void) | null }) => (
  <section className="morning-part" aria-label={`Without ${one.food}`}>
    <h2 className="panel-title">Without {one.food}</h2>
    <p className="second">{stageOf(one)}</p>
    <table className="week-table">
      <caption className="hidden">Mornings before, without and with {one.food}</caption>
      <thead>
        <tr>
          <th scope="col">The morning after</th>
          <th scope="col">Before</th>
          <th scope="col">Without</th>
          <th scope="col">Back</th>
          <th scope="col">Result</th>
        </tr>
      </thead>
      <tbody>
        {one.marks.map((m) => (
          <tr key={m.mark}>
            <th scope="row">{MARK_WORDS[m.mark].name}</th>
            <KindCell kind={m.before} />
            <KindCell kind={m.out} />
            <KindCell kind={m.back} />
            <td>{SAYS[m.verdict]}</td>
          </tr>
        ))}
      </tbody>
    </table>
    {one.eatenWhileOut.length > 0 && (
      <p className="second">
        Eaten all the same on {one.eatenWhileOut.map(shortDate).join(', ')}: those days do not count.
      </p>
    )}
    <p>{conclusion(one)}</p>
    {onRemove && (
      <Button size="small" onClick={onRemove}>
        {one.stage === 'done' ? 'Remove' : 'Stop'}
      </Button>
    )}
  </section>
);

const whole = (text: string): number | null => {
  const read = readNumber(text, { whole: true });
  return read.ok ? read.value : null;
};

/** Plans leaving out one food and bringing it back. */
const LeaveOut = ({
  day,
  foods,
  onClose,
}: {
  day: DayDocument;
  foods: readonly string[];
  onClose: () => void;
}) => {
  const [food, setFood] = useState('');
  const [from, setFrom] = useState<string>(addDays(day.today, 1));
  const [wash, setWash] = useState('3');
  const [out, setOut] = useState('14');
  const [back, setBack] = useState('10');
  const [washOutDays, outDays, backDays] = [whole(wash), whole(out), whole(back)];
  const within = (n: number | null, low: number, high: number): n is number =>
    n !== null && n >= low && n <= high;
  const plan =
    isIsoDate(from) && within(washOutDays, 0, 14) && within(outDays, 8, 42) && within(backDays, 8, 28)
      ? { from, washOutDays, outDays, backDays }
      : null;
  const clash =
    plan &&
    day.standing.flatMap(({ thing }) =>
      thing.kind === 'elimination' &&
      thing.from <= eliminationDates(plan).until &&
      plan.from <= eliminationDates(thing).until
        ? [thing.food]
        : [],
    )[0];
  const keep = (): void => {
    if (!plan) return;
    const thing: StandingBody = { kind: 'elimination', food: food.trim(), ...plan };
    saveStanding(day, null, thing, `Without ${thing.food}`);
    offerUndo(`${thing.food} is left out from ${shortDate(plan.from)}.`, () => takeStep(day, 'undo'));
    onClose();
  };
  const figure = (
    label: string,
    value: string,
    set: (next: string) => void,
    good: boolean,
    range: string,
  ) => (
    <TextField
      label={label}
      value={value}
      onChange={(e) => set(e.target.value)}
      error={!good}
      helperText={good ? ' ' : range}
      slotProps={{ htmlInput: { inputMode: 'numeric' } }}
    />
  );
  return (
    <FormDialog
      title="Leave a food out, bring it back"
      onClose={onClose}
      keep="Plan it"
      canKeep={plan !== null && food.trim().length > 1 && clash === undefined}
      onKeep={keep}
    >
      <p>
        One food at a time. The mornings without it are compared with as many before, then it comes back alone
        and is compared again. Keep everything else as it is.
      </p>
      <Autocomplete
        freeSolo
        options={foods}
        inputValue={food}
        onInputChange={(_, next) => setFood(next.slice(0, 60))}
        renderInput={(params) => (
          <TextField {...params} label="Food, such as “milk”" helperText="All foods by that name count." />
        )}
      />
      <div className="pair">
        <DateField label="Leave it out from" value={from} onChange={setFrom} />
        {figure('Days of washing out', wash, setWash, within(washOutDays, 0, 14), '0 to 14 days.')}
      </div>
      <div className="pair">
        {figure('Days without, that count', out, setOut, within(outDays, 8, 42), '8 to 42 days.')}
        {figure('Days with it again', back, setBack, within(backDays, 8, 28), '8 to 28 days.')}
      </div>
      {clash !== undefined && (
        <p role="alert">
          {clash} is being left out or brought back in those days. One food at a time, or nothing can be told.
        </p>
      )}
      <p className="quiet">
        Leaving out a whole food group, or many foods at once, is for a dietitian: it can cost more than it
        tells.
      </p>
    </FormDialog>
  );
};

/** Foods that were left out and brought back, with what came of each. */
export const Eliminations = ({
  told,
  day,
  foods,
}: {
  told: readonly Told[];
  day: DayDocument | undefined;
  foods: readonly string[];
}) => {
  const [planning, setPlanning] = useState(false);
  const remove = (one: Told): (() => void) | null => {
    const row = day?.standing.find((r) => r.id === one.id);
    if (!day || !row) return null;
    return () => {
      saveStanding(day, row, null, `Without ${one.food}`);
      offerUndo(`“Without ${one.food}” was removed.`, () => takeStep(day, 'undo'));
    };
  };
  const there = new Set(day?.standing.map((r) => r.id));
  return (
    <>
      {told
        .filter((one) => !day || there.has(one.id))
        .map((one) => (
          <OneTold key={one.id} one={one} onRemove={remove(one)} />
        ))}
      <div>
        <Button variant="outlined" disabled={!day} onClick={() => setPlanning(true)}>
          Leave a food out …
        </Button>
      </div>
      {planning && day && <LeaveOut day={day} foods={foods} onClose={() => setPlanning(false)} />}
    </>
  );
};
