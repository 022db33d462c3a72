import type { BodyOf, DayDocument } from '@maul/contract';
import {
  addDays,
  ageOn,
  dayTargets,
  isIsoDate,
  phaseOn,
  restingExpenditure,
  targetCautions,
  type Caution,
  type ChangeOrder,
  type DayTargets,
  type IsoDate,
} from '@maul/core';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useMemo, useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { Rule } from '../rule/index.ts';
import { MACRO_WORDS, orderText } from '../shell/orderText.ts';
import { NUTRIENT_NAMES, shortDate, whole } from '../shell/show.ts';
import { call, queryClient, sentenceOf } from '../sync/index.ts';

type Macro = ChangeOrder['macro'];
interface Draft {
  macro: Macro;
  grams: string;
  dayTypes: string[];
  from: string;
  reason: string;
  confirmed: string[];
}

/** Every bound day of two weeks, before the draft and with it. */
const previewOf = (day: DayDocument, order: ChangeOrder) => {
  const before: DayTargets[] = [];
  const after: DayTargets[] = [];
  for (let i = 0; i < 14; i += 1) {
    const date = addDays(order.from, i);
    const now = dayTargets(day.season, day.bases, day.orders, date);
    const then = dayTargets(day.season, day.bases, [...day.orders, order], date);
    if (!now || !then?.orders.some((o) => o.id === order.id)) continue;
    before.push(now);
    after.push(then);
  }
  return { before, after };
};

const cautionsOf = (day: DayDocument, after: DayTargets[], date: IsoDate): Caution[] => {
  const basis = after[0]?.basis;
  if (!basis) return [];
  const { sex, birthDate, heightCm } = day.athlete;
  const ageYears = ageOn(birthDate, date);
  return targetCautions(after, {
    sex,
    ageYears,
    weightKg: basis.weightKg,
    resting: restingExpenditure(sex, basis.weightKg, heightCm, ageYears),
  });
};

const Preview = ({ before, after, macro }: { before: DayTargets; after: DayTargets; macro: Macro }) => {
  const [old, now] = [before.windows[macro], after.windows[macro]];
  const { name, unit } = NUTRIENT_NAMES[macro];
  const lo = Math.max(0, Math.min(old.low, now.low) - 25);
  return (
    <div className="order-preview">
      <p className="order-change">
        <span>
          {name}, {after.dayType.name.toLowerCase()} days
        </span>
        <s>{old.aim}</s>
        <b>{now.aim}</b>
        <span>{unit}</span>
      </p>
      <Rule
        label={name}
        unit={unit}
        size="dock"
        value={old.aim}
        history
        window={now}
        oldWindow={old}
        lo={lo}
        hi={Math.max(old.high, now.high) + 20}
        labels
      />
      <p className="second">
        First on {shortDate(after.date)}. Energy <s>{whole(before.windows.ENERC.aim)}</s>{' '}
        {whole(after.windows.ENERC.aim)} kcal. Days before it stay as they were.
      </p>
    </div>
  );
};

const Cautions = ({
  cautions,
  confirmed,
  onConfirm,
}: {
  cautions: Caution[];
  confirmed: string[];
  onConfirm: (id: string, yes: boolean) => void;
}) => (
  <>
    {cautions.map((c) => (
      <Alert key={c.id} severity={c.level === 'note' ? 'warning' : 'error'} icon={false}>
        {c.sentence} {c.see} <span className="quiet">({c.source})</span>
        {c.level === 'hard' && (
          <FormControlLabel
            control={
              <Checkbox
                checked={confirmed.includes(c.id)}
                onChange={(e) => onConfirm(c.id, e.target.checked)}
              />
            }
            label="I have read this and stand by it"
          />
        )}
        {c.level === 'X' && <b> This cannot be signed.</b>}
      </Alert>
    ))}
  </>
);

/** A change order: written, seen before it is signed, signed, and the ones that stand. */
export const OrderPanel = ({ day }: { day: DayDocument }) => {
  const start = addDays(day.today, 1);
  const phase = phaseOn(day.season, start);
  const [id, setId] = useState(() => uuidv7());
  const [draft, setDraft] = useState<Draft>(() => ({
    macro: 'CARB',
    grams: '',
    dayTypes: [],
    from: start,
    reason: '',
    confirmed: [],
  }));
  const change = (part: Partial<Draft>) => setDraft((d) => ({ ...d, ...part }));
  const grams = draft.grams.trim() === '' ? NaN : Number(draft.grams.replace('−', '-').replace(',', '.'));
  const from = isIsoDate(draft.from) ? draft.from : null;
  const past = from !== null && from < day.today;
  const phaseThen = from === null ? undefined : phaseOn(day.season, from);
  const order: ChangeOrder | null = useMemo(
    () =>
      from === null || past || !phaseThen || Number.isNaN(grams) || grams === 0 || draft.dayTypes.length === 0
        ? null
        : {
            id,
            phaseId: phaseThen.id,
            from,
            until: null,
            dayTypes: draft.dayTypes.length === phaseThen.dayTypes.length ? null : draft.dayTypes,
            macro: draft.macro,
            change: { kind: 'relative', grams },
            signedAt: '9999-01-01T00:00:00.000Z',
          },
    [from, past, phaseThen, grams, draft.dayTypes, draft.macro, id],
  );
  const { before, after } = useMemo(
    () => (order ? previewOf(day, order) : { before: [], after: [] }),
    [day, order],
  );
  const cautions = useMemo(() => (from ? cautionsOf(day, after, from) : []), [day, after, from]);
  const barred = cautions.some(
    (c) => c.level === 'X' || (c.level === 'hard' && !draft.confirmed.includes(c.id)),
  );
  const sign = useMutation({
    mutationFn: (body: BodyOf<'signOrder'>) =>
      call('signOrder', { params: { athleteId: day.athlete.id, id }, body }),
    onSuccess: async () => {
      setId(uuidv7());
      setDraft({ macro: 'CARB', grams: '', dayTypes: [], from: start, reason: '', confirmed: [] });
      await queryClient.invalidateQueries({ queryKey: ['day', day.athlete.id] });
    },
  });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (!order || draft.reason.trim() === '' || barred) return;
    const { id: _id, signedAt: _at, ...body } = order;
    sign.mutate({ ...body, reason: draft.reason.trim(), confirmed: draft.confirmed });
  };
  if (!phase)
    return <p className="second">There is no phase from tomorrow on, so there is nothing to change.</p>;
  const types = (phaseThen ?? phase).dayTypes;
  const [first, firstAfter] = [before[0], after[0]];
  return (
    <>
      <section className="order-panel" aria-label="Change order">
        <h2 className="panel-title">Change order</h2>
        <form className="rows" onSubmit={submit} noValidate>
          <div className="pair">
            <TextField
              select
              label="What"
              value={draft.macro}
              onChange={(e) => change({ macro: e.target.value as Macro })}
            >
              {(Object.keys(MACRO_WORDS) as Macro[]).map((m) => (
                <MenuItem key={m} value={m}>
                  {NUTRIENT_NAMES[m].name}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              label="By how much, g"
              placeholder="-20"
              value={draft.grams}
              onChange={(e) => change({ grams: e.target.value })}
              error={draft.grams !== '' && Number.isNaN(grams)}
              helperText={draft.grams !== '' && Number.isNaN(grams) ? 'A number, like -20' : undefined}
            />
          </div>
          <fieldset className="order-days">
            <legend>On which days</legend>
            {types.map((type) => (
              <FormControlLabel
                key={type.id}
                label={type.name}
                control={
                  <Checkbox
                    size="small"
                    checked={draft.dayTypes.includes(type.id)}
                    onChange={(e) =>
                      change({
                        dayTypes: e.target.checked
                          ? [...draft.dayTypes, type.id]
                          : draft.dayTypes.filter((d) => d !== type.id),
                      })
                    }
                  />
                }
              />
            ))}
          </fieldset>
          <TextField
            label="From"
            type="date"
            value={draft.from}
            onChange={(e) => change({ from: e.target.value })}
            error={past}
            helperText={past ? 'Past days stay as they were: choose today or later.' : undefined}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: day.today } }}
          />
          <TextField
            label="Reason"
            value={draft.reason}
            onChange={(e) => change({ reason: e.target.value })}
            multiline
            minRows={2}
          />
          {order && !first && (
            <Alert severity="warning">In the two weeks from then there is no such day.</Alert>
          )}
          {first && firstAfter && <Preview before={first} after={firstAfter} macro={draft.macro} />}
          {after
            .flatMap((d) => d.problems)
            .slice(0, 1)
            .map((p) => (
              <Alert key={p} severity="error">
                {p}
              </Alert>
            ))}
          <Cautions
            cautions={cautions}
            confirmed={draft.confirmed}
            onConfirm={(c, yes) =>
              change({ confirmed: yes ? [...draft.confirmed, c] : draft.confirmed.filter((x) => x !== c) })
            }
          />
          {sign.error && <Alert severity="error">{sentenceOf(sign.error)}</Alert>}
          <Button
            type="submit"
            variant="contained"
            fullWidth
            disabled={!first || draft.reason.trim() === '' || barred || sign.isPending}
          >
            Sign and send
          </Button>
        </form>
      </section>
      <section aria-label="Orders that stand">
        <h2 className="panel-title">Signed in this phase</h2>
        <ul className="order-list">
          {day.orders.map((o) => (
            <li key={o.id}>
              <b>{orderText(o, day.season)}</b>
              <span className="second">
                {' '}
                {o.acknowledgedAt === null ? 'not acknowledged yet' : 'acknowledged'}
              </span>
              <p className="second">{o.reason}</p>
            </li>
          ))}
        </ul>
        {day.orders.length === 0 && <p className="second">None yet.</p>}
      </section>
    </>
  );
};
