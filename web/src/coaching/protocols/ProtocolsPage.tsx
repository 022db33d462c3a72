import type { Protocol } from '@maul/contract/coaching';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useQuery } from '@tanstack/react-query';
import { type ComponentType, useEffect, useState } from 'react';
import { call } from '../../data/api.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { Fault } from '../../ui/Fault.tsx';
import { shortDate } from '../../ui/formats/show.ts';
import { BoardForm } from './BoardForm.tsx';
import { FormForm } from './FormForm.tsx';
import { type FormProps, PROTOCOLS_KEY, protocolsAgain } from './Frame.tsx';
import { MenuForm } from './MenuForm.tsx';
import { OrderForm } from './OrderForm.tsx';
import { SeasonForm } from './SeasonForm.tsx';
import { Try } from './Try.tsx';
import { type Kind, kindName, kindOf, KINDS, protocolText } from './words.ts';
import './protocols.css';

const FORMS: Readonly<Record<Kind, ComponentType<FormProps>>> = {
  order: OrderForm,
  season: SeasonForm,
  menu: MenuForm,
  board: BoardForm,
  form: FormForm,
};

/** What a new protocol is to be. */
const NewProtocol = ({ onChoose }: { onChoose: (kind: Kind) => void }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        New protocol
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {KINDS.map(({ kind, name, about }) => (
          <MenuItem
            key={kind}
            className="protocol-kind"
            onClick={() => {
              setAnchor(null);
              onChoose(kind);
            }}
          >
            <b>{name}</b>
            <span className="second">{about}</span>
          </MenuItem>
        ))}
      </Menu>
    </>
  );
};

const retire = (protocol: Protocol): void => {
  const put = (base: number, retired: boolean) =>
    call('putProtocol', {
      params: { id: protocol.id },
      body: { base, name: protocol.name, document: protocol.document, retired },
    }).then(protocolsAgain);
  void put(protocol.version, true).then(() =>
    offerUndo(`${protocol.name} is no longer offered.`, () => void put(protocol.version + 1, false)),
  );
};

/** So many who run one are named. */
const NAMED = 24;

const One = ({ one, onNext }: { one: Protocol; onNext: () => void }) => (
  <>
    <p>
      <b>
        {kindName(kindOf(one.document))}: {protocolText(one.document)}.
      </b>{' '}
      {one.document.reason}
    </p>
    {one.document.kind === 'form' && (
      <ol className="protocol-asks">
        {one.document.questions.map((q) => (
          <li key={q.id}>{q.text}</li>
        ))}
      </ol>
    )}
    {one.runs.length > 0 && (
      <p className="second">
        Runs:{' '}
        {one.runs
          .slice(0, NAMED)
          .map((r) => `${r.name} (version ${r.version}, from ${shortDate(r.from)})`)
          .join(', ')}
        {one.runs.length > NAMED && ` and ${one.runs.length - NAMED} more`}.
      </p>
    )}
    <p className="button-line">
      <Button size="small" onClick={onNext}>
        Next version
      </Button>
      <Button size="small" onClick={() => retire(one)}>
        Offer it no longer
      </Button>
    </p>
    <Try key={`${one.id} ${one.version}`} one={one} />
  </>
);

/** Orders, seasons, menus, boards and forms in relative numbers: written once, other grams for each athlete. */
export const ProtocolsPage = () => {
  const { data, error, refetch } = useQuery({ queryKey: PROTOCOLS_KEY, queryFn: () => call('protocols') });
  const [open, setOpen] = useState<string | null>(null);
  const [writing, setWriting] = useState<{ kind: Kind; one: Protocol | null } | null>(null);
  useEffect(() => {
    document.title = 'Maul, protocols';
  }, []);
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading your protocols …</p>;
  const one = data.protocols.find((p) => p.id === open) ?? data.protocols[0];
  const Form = writing && FORMS[writing.kind];
  return (
    <div className="protocols">
      <h1 className="page-title">Protocols</h1>
      <p className="second">
        An order, a season, a menu, a peak board or a check-in form, written once in relative numbers: each
        athlete has other grams. You see them all before you sign.
      </p>
      <div className="protocols-grid">
        <div>
          <ul className="protocol-list">
            {data.protocols.map((p) => (
              <li key={p.id}>
                <button
                  type="button"
                  aria-pressed={writing === null && p.id === one?.id}
                  onClick={() => {
                    setWriting(null);
                    setOpen(p.id);
                  }}
                >
                  <b>{p.name}</b> <span className="second">version {p.version}</span>
                  <br />
                  {kindOf(p.document) === 'order' ? '' : `${kindName(kindOf(p.document))}: `}
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
          {writing === null && <NewProtocol onChoose={(kind) => setWriting({ kind, one: null })} />}
        </div>
        <div>
          {Form ? (
            <Form
              key={writing.one?.id ?? writing.kind}
              one={writing.one}
              onDone={(kept) => {
                setWriting(null);
                if (kept !== undefined) setOpen(kept);
              }}
            />
          ) : (
            one && <One one={one} onNext={() => setWriting({ kind: kindOf(one.document), one })} />
          )}
        </div>
      </div>
    </div>
  );
};
