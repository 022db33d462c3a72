import { DateField } from '../../ui/fields/DateField.tsx';
import { numberIn, type IsoDate, isoDate, addDays, isIsoDate, whole } from '@maul/core/units';
import {
  type PlanInForce,
  type Season,
  reviewOrder,
  phaseOn,
  typeDays,
  type DayTargets,
} from '@maul/core/plan';
import { datesInWords, NUTRIENT_NAMES, shortDate, windowText } from '../../ui/formats/show.ts';
import type { BodyOf } from '@maul/contract/routes';
import type { DayDocument } from '@maul/contract/diary';
import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import Alert from '@mui/material/Alert';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useMemo, useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { allConfirmed, CautionChecks } from '../cautions/Cautions.tsx';
import { orderText } from './orderText.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { seasonQuery } from '../../data/queries.ts';
import { queryClient } from '../../data/session.ts';
import { DraftLine, SignOrKeep, useDraft } from './SignOrKeep.tsx';
import { emptyDraft, orderOf, type OrderDraft } from './orderDraft.ts';

const Preview = ({ before, after, macro }: { before: DayTargets; after: DayTargets; macro: TargetKey }) => {
  const [old, now] = [before.windows[macro], after.windows[macro]];
  const [oldEnergy, nowEnergy] = [before.windows.ENERC, after.windows.ENERC];
  const { name, unit } = NUTRIENT_NAMES[macro];
  if (!old || !now) return null;
  const width = Math.max(25, Number.isFinite(now.high) ? now.high - now.low : 25);
  const end = (w: typeof old) => (Number.isFinite(w.high) ? w.high : w.low + width);
  return (
    <div className="order-preview">
      <p className="order-change">
        <span>
          {name}, {typeDays(after.dayType)}
        </span>
        <s>{whole(old.aim)}</s>
        <b>{whole(now.aim)}</b>
        <span>{unit}</span>
      </p>
      <Gauge
        label={name}
        unit={unit}
        size="dock"
        value={old.aim}
        history
        window={now}
        oldWindow={{ low: old.low, high: end(old) }}
        lo={Math.max(0, Math.min(old.low, now.low) - width)}
        hi={Math.max(end(old), end(now)) + width}
        labels
      />
      <p className="second">
        New window {windowText(now)} {unit}, first on {shortDate(after.date)}.{' '}
        {oldEnergy && nowEnergy && (
          <>
            Energy <s>{whole(oldEnergy.aim)}</s> {whole(nowEnergy.aim)} kcal.{' '}
          </>
        )}
        Days before it stay as they were.
      </p>
    </div>
  );
};

const Standing = ({ day }: { day: DayDocument }) => (
  <section aria-label="Orders in force">
    <h2 className="panel-title">Signed in this phase</h2>
    <ul className="order-list">
      {day.orders.map((o) => (
        <li key={o.id}>
          <b>{orderText(o, day.season)}</b>
          <span className="second">
            {' '}
            {o.heldUntil === null
              ? 'not in force: it waits for a confirmation'
              : o.acknowledgedAt === null
                ? 'not acknowledged yet'
                : 'acknowledged'}
          </span>
          <p className="second">{o.reason}</p>
        </li>
      ))}
    </ul>
    {day.orders.length === 0 && <p className="second">None yet.</p>}
  </section>
);

interface FieldsProps {
  draft: OrderDraft;
  change: (part: Partial<OrderDraft>) => void;
  today: IsoDate;
  /** The season in force on the day from which the order acts. */
  season: Season;
}

const Fields = ({ draft, change, today, season }: FieldsProps) => {
  const unit = draft.macro === 'ENERC' ? 'kcal' : 'g';
  const noNumber = draft.amount !== '' && Number.isNaN(numberIn(draft.amount));
  const past = isIsoDate(draft.from) && draft.from < today;
  const backwards = draft.until !== '' && draft.until < draft.from;
  const phase = isIsoDate(draft.from) ? phaseOn(season, draft.from) : undefined;
  const types = phase?.dayTypes ?? [];
  return (
    <>
      <div className="pair">
        <TextField
          select
          label="What"
          value={draft.macro}
          onChange={(e) => change({ macro: e.target.value as TargetKey })}
        >
          {TARGET_KEYS.map((m) => (
            <MenuItem key={m} value={m}>
              {NUTRIENT_NAMES[m].name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="How"
          value={draft.kind}
          onChange={(e) => change({ kind: e.target.value as OrderDraft['kind'] })}
        >
          <MenuItem value="relative">More or less</MenuItem>
          <MenuItem value="absolute">Set to</MenuItem>
        </TextField>
      </div>
      <div className="pair">
        <TextField
          label={draft.kind === 'relative' ? `By how much, ${unit}` : `To, ${unit}`}
          placeholder={draft.kind === 'relative' ? '-20' : '150'}
          value={draft.amount}
          onChange={(e) => change({ amount: e.target.value })}
          error={noNumber}
          helperText={noNumber ? 'A number, like -20' : undefined}
        />
        {draft.macro === 'CARB' && (
          <TextField
            label="Lever food, if one"
            placeholder="potato in meal 4"
            value={draft.lever}
            onChange={(e) => change({ lever: e.target.value })}
          />
        )}
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
        {types.length === 0 && <p className="second">No phase on that date.</p>}
      </fieldset>
      <div className="pair">
        <DateField
          label="From"
          value={draft.from}
          onChange={(from) => change({ from })}
          error={past}
          help={past ? 'Past days stay as they were: choose today or later.' : undefined}
          min={today}
        />
        <DateField
          label="Until (optional)"
          value={draft.until}
          onChange={(until) => change({ until })}
          error={backwards}
          help={backwards ? 'It would end before it starts.' : undefined}
          min={draft.from}
        />
      </div>
      <TextField
        label="Reason"
        value={draft.reason}
        onChange={(e) => change({ reason: e.target.value })}
        multiline
        minRows={2}
      />
    </>
  );
};

/** What is in force on the day from which an order acts. Until the server has said it, what the day on screen knows; `stale` then. */
const usePlanInForce = (day: DayDocument, from: string): PlanInForce & { stale: boolean } => {
  const athleteId = day.athlete.id;
  const { data, isPlaceholderData } = useQuery({
    queryKey: ['in-force', athleteId, from],
    queryFn: ({ signal }) => call('inForce', { params: { athleteId, date: isoDate(from) }, signal }),
    enabled: isIsoDate(from) && from >= day.today,
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
  return useMemo(
    () => ({ ...(data ?? day), stale: data === undefined || isPlaceholderData }),
    [data, day, isPlaceholderData],
  );
};

/** A change order: written, seen before it is signed, signed, and the ones that stand. */
export const OrderPanel = ({
  day,
  title = 'Change order',
  initial,
  onSigned,
}: {
  day: DayDocument;
  title?: string;
  /** What is proposed; on every day type of the phase unless it says otherwise. */
  initial?: Partial<OrderDraft>;
  onSigned?: () => void;
}) => {
  const start = addDays(day.today, 1);
  const [id, setId] = useState(() => uuidv7());
  const { kept, keep, drop } = useDraft<OrderDraft>(
    `order ${day.athlete.id}`,
    `Order for ${day.athlete.name}`,
  );
  const [proposed] = useState(() => ({
    ...emptyDraft(start),
    ...(initial && { dayTypes: phaseOn(day.season, start)?.dayTypes.map((t) => t.id) ?? [] }),
    ...initial,
  }));
  const [typed, setTyped] = useState<OrderDraft | null>(null);
  const draft = typed ?? kept?.value ?? proposed;
  const change = (part: Partial<OrderDraft>) => setTyped((d) => ({ ...(d ?? draft), ...part }));
  const plan = usePlanInForce(day, draft.from);
  const order = useMemo(
    () => orderOf(draft, { today: day.today, season: plan.season }, id),
    [draft, day.today, plan.season, id],
  );
  const athleteId = day.athlete.id;
  const { data: log } = useQuery({
    queryKey: ['cautions', athleteId],
    queryFn: () => call('cautions', { params: { athleteId } }),
  });
  const preview = useMemo(
    () => (order ? reviewOrder(plan, order, day.athlete, day.today, log?.cautions) : null),
    [plan, order, day.athlete, day.today, log],
  );
  const barred = preview !== null && !allConfirmed(preview.cautions, draft.confirmed);
  const sign = useMutation({
    mutationFn: (body: BodyOf<'signOrder'>) => call('signOrder', { params: { athleteId, id }, body }),
    onSuccess: async () => {
      setId(uuidv7());
      drop();
      setTyped(emptyDraft(start));
      await queryClient.invalidateQueries({ queryKey: ['day', athleteId] });
      await queryClient.invalidateQueries({ queryKey: ['orders', athleteId] });
      await queryClient.invalidateQueries({ queryKey: ['in-force', athleteId] });
      await queryClient.invalidateQueries({ queryKey: ['trend', athleteId] });
      await queryClient.invalidateQueries({ queryKey: seasonQuery(athleteId).queryKey });
      onSigned?.();
    },
  });
  const [first, firstAfter] = [preview?.before[0], preview?.after[0]];
  const fault = preview?.fault ?? null;
  const ready =
    first !== undefined &&
    order !== null &&
    draft.reason.trim() !== '' &&
    !barred &&
    fault === null &&
    !sign.isPending &&
    !plan.stale;
  const submit = (event: Pick<FormEvent, 'preventDefault'>): void => {
    event.preventDefault();
    if (!ready) return;
    const { id: _id, signedAt: _at, heldUntil: _held, ...body } = order;
    sign.mutate({ ...body, reason: draft.reason.trim(), confirmed: draft.confirmed });
  };
  if (!phaseOn(day.season, start))
    return <p className="second">There is no phase from tomorrow on, so there is nothing to change.</p>;
  return (
    <>
      <section className="order-panel" aria-label={title}>
        <h2 className="panel-title">{title}</h2>
        <form
          className="rows"
          onSubmit={submit}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) submit(event);
          }}
          noValidate
        >
          <DraftLine
            draft={kept}
            onDiscard={() => {
              drop();
              setTyped(null);
            }}
          />
          <Fields draft={draft} change={change} today={day.today} season={plan.season} />
          {first && firstAfter && <Preview before={first} after={firstAfter} macro={draft.macro} />}
          {fault && (
            <Alert severity={fault.kind === 'impossible' ? 'error' : 'warning'}>
              {datesInWords(fault.sentence)}
            </Alert>
          )}
          <CautionChecks
            cautions={preview?.cautions ?? []}
            confirmed={draft.confirmed}
            onConfirm={(c, yes) =>
              change({ confirmed: yes ? [...draft.confirmed, c] : draft.confirmed.filter((x) => x !== c) })
            }
          />
          {sign.error && <Alert severity="error">{sentenceOf(sign.error)}</Alert>}
          <div className="order-sign">
            <SignOrKeep
              sign={title === 'Change order' ? 'Sign and send' : 'Sign'}
              ready={ready}
              written={draft.amount !== '' || draft.reason !== ''}
              onKeep={() => {
                keep(draft);
                setTyped(null);
              }}
            />
          </div>
        </form>
      </section>
      <Standing day={day} />
    </>
  );
};
