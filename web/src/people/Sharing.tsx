import type { GrantRole, Session, SharedKind } from '@maul/contract/people';
import { SHARED_KINDS } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';
import { WordField } from '../ui/fields/WordField.tsx';
import { FormDialog } from '../ui/FormDialog.tsx';
import { KIND_WORDS } from '../ui/NotShared.tsx';
import { longDateTime } from '../ui/formats/show.ts';
import { WhoRead } from './WhoRead.tsx';

type Grant = Session['grants'][number];

const ROLE_WORDS: Readonly<Record<GrantRole, string>> = {
  coach: 'Coach: reads, writes notes, answers weeks, signs orders',
  assistant: 'Assistant: reads and writes notes, signs nothing',
};

const Kinds = ({
  sees,
  label,
  onChange,
}: {
  sees: readonly SharedKind[];
  label: string;
  onChange: (sees: SharedKind[]) => void;
}) => (
  <div className="kinds" role="group" aria-label={label}>
    {SHARED_KINDS.map((kind) => (
      <FormControlLabel
        key={kind}
        control={
          <Checkbox
            size="small"
            checked={sees.includes(kind)}
            onChange={(_, on) => onChange(SHARED_KINDS.filter((k) => (k === kind ? on : sees.includes(k))))}
          />
        }
        label={
          <>
            {KIND_WORDS[kind].name} <span className="quiet">{KIND_WORDS[kind].holds}</span>
          </>
        }
      />
    ))}
  </div>
);

type Act = (work: () => Promise<unknown>) => Promise<void>;

const Live = ({ grant, act, onEnd }: { grant: Grant; act: Act; onEnd: () => void }) => {
  const [open, setOpen] = useState(false);
  const [sees, setSees] = useState<SharedKind[] | null>(null);
  const shown = sees ?? grant.sees;
  const change = (next: SharedKind[]): void => {
    setSees(next);
    void act(() =>
      call('narrowShare', { params: { athleteId: grant.athleteId, id: grant.id }, body: { sees: next } }),
    ).finally(() => setSees(null));
  };
  return (
    <div className="rows">
      <div className="grant">
        <p>
          <b>{grant.coachName}</b>{' '}
          <span className="second">
            {grant.role === 'coach' ? 'coach' : 'assistant'} since {grant.from.slice(0, 10)}, sees{' '}
            {shown.length === SHARED_KINDS.length
              ? 'everything'
              : ['season, orders, sent weeks', ...shown.map((k) => KIND_WORDS[k].name.toLowerCase())].join(
                  ', ',
                )}
          </span>
        </p>
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          What they see
        </Button>
        <Button size="small" color="error" onClick={onEnd}>
          End sharing
        </Button>
      </div>
      {open && (
        <>
          <Kinds sees={shown} label={`What ${grant.coachName} sees`} onChange={change} />
          <p className="quiet">
            Season, orders and weeks that you sent go with every sharing; of a week only what is ticked here.
            Where you keep health to yourself, a change that it stands against cannot be signed by them.
          </p>
        </>
      )}
    </div>
  );
};

const Ask = ({ asked, act }: { asked: Session['proposals'][number]; act: Act }) => {
  const answer = (yes: boolean) => () =>
    void act(() =>
      call('answerProposal', { params: { athleteId: asked.athleteId, id: asked.id }, body: { yes } }),
    );
  return (
    <div className="grant">
      <p>
        <b>{asked.byName} asks</b>{' '}
        {asked.instead
          ? `that ${asked.toName} coaches you from now on; ${asked.byName} would no longer see your log.`
          : asked.role === 'coach'
            ? `that ${asked.toName} coaches you as well.`
            : `that ${asked.toName} reads along and writes notes, and signs nothing.`}{' '}
        <span className="second">They would see what {asked.byName} sees.</span>
      </p>
      <Button size="small" variant="contained" onClick={answer(true)}>
        Let {asked.toName} in
      </Button>
      <Button size="small" onClick={answer(false)}>
        No
      </Button>
    </div>
  );
};

/** Who sees an athlete, as what, and how much; what a coach asks; who read what. */
export const Sharing = ({ session }: { session: Session }) => {
  const { person } = session;
  const [code, setCode] = useState('');
  const [role, setRole] = useState<GrantRole>('coach');
  const [sees, setSees] = useState<SharedKind[]>([...SHARED_KINDS]);
  const [id, setId] = useState(() => uuidv7());
  const [fault, setFault] = useState<string | null>(null);
  const [ending, setEnding] = useState<Grant | null>(null);
  const mine = session.grants.filter((g) => g.athleteId === person.id);
  const act: Act = async (work) => {
    setFault(null);
    try {
      await work();
    } catch (error) {
      setFault(sentenceOf(error));
    }
    await queryClient.invalidateQueries({ queryKey: ['session'] });
  };
  const share = (event: FormEvent): void => {
    event.preventDefault();
    void act(async () => {
      await call('share', { params: { athleteId: person.id, id }, body: { code, role, sees } });
      setCode('');
      setId(uuidv7());
    });
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Who sees your log</h2>
      {mine.length === 0 && <p>Nobody but you.</p>}
      {session.proposals
        .filter((p) => p.mine)
        .map((asked) => (
          <Ask key={asked.id} asked={asked} act={act} />
        ))}
      {mine.map((grant) => (
        <Live key={grant.id} grant={grant} act={act} onEnd={() => setEnding(grant)} />
      ))}
      {ending && (
        <FormDialog
          title={`End sharing with ${ending.coachName}?`}
          keep="End sharing"
          leave="Go on sharing"
          onClose={() => setEnding(null)}
          onKeep={() => {
            setEnding(null);
            void act(() => call('endShare', { params: { athleteId: person.id, id: ending.id } }));
          }}
        >
          <p>
            {ending.coachName} no longer sees your log from this moment on. Notes and signed orders stay. For
            a day you can take this back here; after that your coach’s code is needed again.
          </p>
        </FormDialog>
      )}
      {session.ended.map((grant) => (
        <div key={grant.id} className="grant">
          <p>
            {grant.coachName}{' '}
            <span className="second">
              no longer sees your log, since {longDateTime(grant.endedAt)}. For a day you can take this back.
            </span>
          </p>
          <Button
            size="small"
            onClick={() =>
              void act(async () => {
                await call('share', {
                  params: { athleteId: person.id, id },
                  body: { endedGrantId: grant.id },
                });
                setId(uuidv7());
              })
            }
          >
            Take it back
          </Button>
        </div>
      ))}
      <form className="rows" onSubmit={share}>
        <div className="pair">
          <TextField
            label="Your coach’s code"
            value={code}
            onChange={(e) => setCode(e.target.value)}
            autoComplete="off"
          />
          <WordField
            label="As"
            value={role}
            options={[
              ['coach', ROLE_WORDS.coach],
              ['assistant', ROLE_WORDS.assistant],
            ]}
            onChange={setRole}
          />
        </div>
        {code.trim() !== '' && <Kinds sees={sees} label="What they will see" onChange={setSees} />}
        <Button type="submit" disabled={code.trim().length < 4}>
          Share with this coach
        </Button>
      </form>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      <WhoRead athleteId={person.id} />
    </section>
  );
};
