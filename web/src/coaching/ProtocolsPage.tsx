import type { Protocol, ProtocolDocument, ProtocolFor } from '@maul/contract/coaching';
import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { numberIn, whole } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';
import { offerUndo } from '../data/undo/undo.ts';
import { Fault } from '../ui/Fault.tsx';
import { datesInWords, NUTRIENT_NAMES, plural, shortDate } from '../ui/formats/show.ts';
import './protocols.css';

const KEY = ['protocols'];
const again = () => queryClient.invalidateQueries({ queryKey: KEY });

/** A protocol in words: "carbs −8 % on low days", "protein 2.2 g for each kg of body mass every day". */
export const protocolText = ({ macro, amount, dayTypes }: ProtocolDocument): string => {
  const { name, unit } = NUTRIENT_NAMES[macro];
  const days = dayTypes.length === 0 ? 'every day' : `on ${dayTypes.join(' and ').toLowerCase()} days`;
  return amount.kind === 'percent'
    ? `${name.toLowerCase()} ${amount.percent < 0 ? '−' : '+'}${Math.abs(amount.percent)} % ${days}`
    : `${name.toLowerCase()} ${amount.perKg} ${unit} for each kg of body mass ${days}`;
};

interface Draft {
  name: string;
  macro: TargetKey;
  kind: 'percent' | 'per-kg';
  amount: string;
  days: string;
  reason: string;
}
const draftOf = (one: Protocol | null): Draft => {
  const { document } = one ?? {};
  return {
    name: one?.name ?? '',
    macro: document?.macro ?? 'CARB',
    kind: document?.amount.kind ?? 'percent',
    amount: document
      ? String(document.amount.kind === 'percent' ? document.amount.percent : document.amount.perKg)
      : '',
    days: document?.dayTypes.join(', ') ?? '',
    reason: document?.reason ?? '',
  };
};
const documentOf = ({ macro, kind, amount, days, reason }: Draft): ProtocolDocument | null => {
  const value = numberIn(amount);
  if (Number.isNaN(value) || value === 0 || reason.trim() === '') return null;
  return {
    macro,
    amount: kind === 'percent' ? { kind, percent: value } : { kind, perKg: value },
    dayTypes: days
      .split(',')
      .map((name) => name.trim())
      .filter((name) => name !== ''),
    reason: reason.trim(),
  };
};

/** A protocol while it is written, or its next version. */
const Form = ({ one, onDone }: { one: Protocol | null; onDone: () => void }) => {
  const [id] = useState(() => one?.id ?? uuidv7());
  const [draft, setDraft] = useState(() => draftOf(one));
  const change = (part: Partial<Draft>): void => setDraft((d) => ({ ...d, ...part }));
  const document = documentOf(draft);
  const save = useMutation({
    mutationFn: (body: { document: ProtocolDocument }) =>
      call('putProtocol', {
        params: { id },
        body: { base: one?.version ?? 0, name: draft.name.trim(), retired: false, ...body },
      }),
    onSuccess: async () => {
      await again();
      onDone();
    },
  });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (document && draft.name.trim() !== '') save.mutate({ document });
  };
  const unit = NUTRIENT_NAMES[draft.macro].unit;
  return (
    <form className="rows protocol-form" onSubmit={submit} noValidate aria-label="A protocol">
      <TextField
        label="Name"
        value={draft.name}
        onChange={(e) => change({ name: e.target.value })}
        autoFocus
      />
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
          onChange={(e) => change({ kind: e.target.value as Draft['kind'] })}
        >
          <MenuItem value="percent">More or less, in per cent</MenuItem>
          <MenuItem value="per-kg">Set, for each kg of body mass</MenuItem>
        </TextField>
      </div>
      <div className="pair">
        <TextField
          label={draft.kind === 'percent' ? 'Change, %' : `${unit} for each kg`}
          placeholder={draft.kind === 'percent' ? '-8' : '2.2'}
          value={draft.amount}
          onChange={(e) => change({ amount: e.target.value })}
          error={draft.amount !== '' && Number.isNaN(numberIn(draft.amount))}
        />
        <TextField
          label="Day types by name (empty: every day)"
          placeholder="Low, Moderate"
          value={draft.days}
          onChange={(e) => change({ days: e.target.value })}
        />
      </div>
      <TextField
        label="Reason"
        value={draft.reason}
        onChange={(e) => change({ reason: e.target.value })}
        multiline
        minRows={2}
        helperText="Each athlete reads it with the order."
      />
      {save.error && <Alert severity="error">{sentenceOf(save.error)} What you wrote is still here.</Alert>}
      <p className="button-line">
        <Button
          type="submit"
          variant="contained"
          disabled={document === null || draft.name.trim() === '' || save.isPending}
        >
          {one ? `Keep as version ${one.version + 1}` : 'Keep'}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </p>
    </form>
  );
};

const figure = (pair: ProtocolFor['aim'], unit: string) =>
  pair && (
    <>
      <s>{whole(pair.before)}</s> <b>{whole(pair.after)}</b> {unit}
    </>
  );

/** Cautions that take an athlete out of the common press. */
const hardOf = (a: ProtocolFor) => a.cautions.filter((c) => c.level !== 'note');

/** What it is for each athlete; those without a hard caution are signed together. */
const Try = ({ one }: { one: Protocol }) => {
  const { document } = one;
  const { data, error, refetch } = useQuery({
    queryKey: [...KEY, 'try', one.id, one.version],
    queryFn: () => call('tryProtocol', { body: { document } }),
  });
  const [chosen, setChosen] = useState<readonly string[]>([]);
  // Of one press, each order has its id: pressed again it is the same order.
  const [ids, setIds] = useState<Readonly<Record<string, string>>>({});
  const [results, setResults] = useState<Readonly<Record<string, string>>>({});
  const sign = useMutation({
    mutationFn: async (rows: readonly ProtocolFor[]) => {
      for (const { athleteId, order } of rows) {
        if (!order) continue;
        const id = ids[athleteId] ?? uuidv7();
        setIds((all) => ({ ...all, [athleteId]: id }));
        const said = await call('signOrder', {
          params: { athleteId, id },
          body: {
            ...order,
            until: null,
            macro: document.macro,
            lever: null,
            reason: document.reason,
            confirmed: [],
            protocol: { id: one.id, version: one.version },
          },
        }).then(
          () => 'signed',
          (fault: unknown) => sentenceOf(fault),
        );
        setResults((all) => ({ ...all, [athleteId]: said }));
        if (said === 'signed') setChosen((all) => all.filter((who) => who !== athleteId));
      }
    },
    onSettled: async () => {
      await again();
      await queryClient.invalidateQueries({ queryKey: ['roster'] });
      await queryClient.invalidateQueries({ queryKey: ['season'] });
    },
  });
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Working it out for each athlete …</p>;
  const { unit } = NUTRIENT_NAMES[document.macro];
  const rows = data.athletes.filter((a) => chosen.includes(a.athleteId));
  /** With the others, by one press: nothing stands against it, and it is not signed yet. */
  const mayBeSigned = (a: ProtocolFor): boolean =>
    a.order !== null && hardOf(a).length === 0 && results[a.athleteId] !== 'signed';
  if (data.athletes.length === 0) return <p className="day-empty">Nobody shares with you yet.</p>;
  return (
    <section aria-label="For each athlete">
      <table className="protocol-table">
        <thead>
          <tr>
            <th scope="col">Athlete</th>
            <th scope="col">{NUTRIENT_NAMES[document.macro].name}</th>
            <th scope="col">Energy</th>
            <th scope="col">What may hurt</th>
          </tr>
        </thead>
        <tbody>
          {data.athletes.map((a) => {
            const hard = hardOf(a);
            const said = results[a.athleteId];
            return (
              <tr key={a.athleteId}>
                <th scope="row">
                  <Checkbox
                    size="small"
                    disabled={!mayBeSigned(a)}
                    checked={chosen.includes(a.athleteId)}
                    onChange={(e) =>
                      setChosen((all) =>
                        e.target.checked ? [...all, a.athleteId] : all.filter((who) => who !== a.athleteId),
                      )
                    }
                    slotProps={{ input: { 'aria-label': `Sign for ${a.name}` } }}
                  />
                  {a.name}
                </th>
                <td className="n">{figure(a.aim, unit)}</td>
                <td className="n">{document.macro === 'ENERC' ? '' : figure(a.kcal, 'kcal')}</td>
                <td>
                  {said !== undefined && (
                    <b className={said === 'signed' ? 'is-inside' : ''}>
                      {said === 'signed' ? 'Signed. ' : `${said} `}
                    </b>
                  )}
                  {a.fault !== null && <span className="second">{datesInWords(a.fault)}</span>}
                  {hard.map((c) => (
                    <span key={c.sentence} className="protocol-caution">
                      {datesInWords(c.sentence)}{' '}
                    </span>
                  ))}
                  {a.fault === null && hard.length > 0 && (
                    <Link to={`/athletes/${a.athleteId}/${a.order?.from ?? ''}`}>
                      Open their day to sign it
                    </Link>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="button-line">
        <Button
          size="small"
          onClick={() => setChosen(data.athletes.filter(mayBeSigned).map((a) => a.athleteId))}
        >
          Choose all that may be signed
        </Button>
        <Button
          variant="contained"
          disabled={rows.length === 0 || sign.isPending}
          onClick={() => sign.mutate(rows)}
        >
          Sign for {plural(rows.length, 'athlete')}
        </Button>
      </p>
      <p className="second">
        From tomorrow of each, with today’s orders in force. Where a hard caution stands, the order is signed
        on the athlete’s own day, and they confirm it too.
      </p>
    </section>
  );
};

/** Orders with relative numbers: written once, other grams for each athlete. */
export const ProtocolsPage = () => {
  const { data, error, refetch } = useQuery({ queryKey: KEY, queryFn: () => call('protocols') });
  const [open, setOpen] = useState<string | null>(null);
  const [writing, setWriting] = useState<Protocol | 'new' | null>(null);
  useEffect(() => {
    document.title = 'Maul, protocols';
  }, []);
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading your protocols …</p>;
  const one = data.protocols.find((p) => p.id === open) ?? data.protocols[0];
  const retire = (protocol: Protocol): void => {
    const put = (base: number, retired: boolean) =>
      call('putProtocol', {
        params: { id: protocol.id },
        body: { base, name: protocol.name, document: protocol.document, retired },
      }).then(again);
    void put(protocol.version, true).then(() =>
      offerUndo(`${protocol.name} is no longer offered.`, () => void put(protocol.version + 1, false)),
    );
  };
  return (
    <div className="protocols">
      <h1 className="page-title">Protocols</h1>
      <p className="second">
        An order with relative numbers, written once: each athlete has other grams. You see them all before
        you sign.
      </p>
      <div className="protocols-grid">
        <div>
          <ul className="protocol-list">
            {data.protocols.map((p) => (
              <li key={p.id}>
                <button type="button" aria-pressed={p.id === one?.id} onClick={() => setOpen(p.id)}>
                  <b>{p.name}</b> <span className="second">version {p.version}</span>
                  <br />
                  {protocolText(p.document)}
                </button>
              </li>
            ))}
          </ul>
          {data.protocols.length === 0 && writing === null && (
            <p className="day-empty">
              None yet. What you order most often, for most of them, is a good first.
            </p>
          )}
          {writing === null && <Button onClick={() => setWriting('new')}>New protocol</Button>}
        </div>
        <div>
          {writing !== null ? (
            <Form
              key={writing === 'new' ? 'new' : writing.id}
              one={writing === 'new' ? null : writing}
              onDone={() => setWriting(null)}
            />
          ) : (
            one && (
              <>
                <p>
                  <b>{protocolText(one.document)}.</b> {one.document.reason}
                </p>
                {one.runs.length > 0 && (
                  <p className="second">
                    Runs:{' '}
                    {one.runs
                      .map((r) => `${r.name} (version ${r.version}, from ${shortDate(r.from)})`)
                      .join(', ')}
                    .
                  </p>
                )}
                <p className="button-line">
                  <Button size="small" onClick={() => setWriting(one)}>
                    Next version
                  </Button>
                  <Button size="small" onClick={() => retire(one)}>
                    Offer it no longer
                  </Button>
                </p>
                <Try key={`${one.id} ${one.version}`} one={one} />
              </>
            )
          )}
        </div>
      </div>
    </div>
  );
};
