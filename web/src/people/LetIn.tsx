import type { GrantRole, Session } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';
import { WordField } from '../ui/fields/WordField.tsx';
import { longDateTime, plural } from '../ui/formats/show.ts';

type What = 'assistant' | 'coach' | 'instead';
const WHAT: Readonly<Record<What, { words: string; role: GrantRole; instead: boolean }>> = {
  assistant: { words: 'assistant, signs nothing', role: 'assistant', instead: false },
  coach: { words: 'second coach', role: 'coach', instead: false },
  instead: { words: 'coach instead of you', role: 'coach', instead: true },
};
const EVERYBODY = 'all';

/** A coach asks athletes to let somebody else in. Each of them answers for themselves. */
export const LetIn = ({ session }: { session: Session }) => {
  const mine = session.grants.filter((g) => g.coachId === session.person.id && g.role === 'coach');
  const asked = session.proposals.filter((p) => !p.mine);
  const [whom, setWhom] = useState(EVERYBODY);
  const [what, setWhat] = useState<What>('assistant');
  const [code, setCode] = useState('');
  const [said, setSaid] = useState<{ fault: boolean; text: string } | null>(null);
  if (mine.length === 0) return null;
  const ask = async (): Promise<void> => {
    const { role, instead } = WHAT[what];
    const to = mine.filter((g) => whom === EVERYBODY || g.athleteId === whom);
    let sent = 0;
    try {
      for (const { athleteId } of to) {
        await call('propose', { params: { athleteId, id: uuidv7() }, body: { code, role, instead } });
        sent += 1;
      }
      setCode('');
      setSaid({
        fault: false,
        text: `Asked ${plural(sent, 'athlete')}. Each of them answers under Account.`,
      });
    } catch (error) {
      setSaid({
        fault: true,
        text: `${sentenceOf(error)}${sent > 0 ? ` ${plural(sent, 'athlete was', 'athletes were')} asked before.` : ''}`,
      });
    }
    await queryClient.invalidateQueries({ queryKey: ['session'] });
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void ask();
  };
  const takeBack = (p: (typeof asked)[number]): void => {
    call('answerProposal', { params: { athleteId: p.athleteId, id: p.id }, body: { yes: false } })
      .catch((error: unknown) => setSaid({ fault: true, text: sentenceOf(error) }))
      .finally(() => void queryClient.invalidateQueries({ queryKey: ['session'] }));
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Let somebody in, or hand over</h2>
      <p className="second">
        An assistant, a second coach, or somebody who takes over. The athlete is asked and answers; they would
        see what you see.
      </p>
      <form className="rows" onSubmit={submit}>
        <div className="pair">
          <WordField
            label="Whom to ask"
            value={whom}
            options={[
              [EVERYBODY, `${plural(mine.length, 'athlete')} of yours`],
              ...mine.map((g) => [g.athleteId, g.athleteName] as const),
            ]}
            onChange={setWhom}
          />
          <TextField
            label="Their coach’s code"
            value={code}
            onChange={(e) => setCode(e.target.value)}
            autoComplete="off"
          />
          <WordField
            label="As what"
            value={what}
            options={(Object.keys(WHAT) as What[]).map((one) => [one, WHAT[one].words] as const)}
            onChange={setWhat}
          />
        </div>
        <Button type="submit" disabled={code.trim().length < 4}>
          Ask
        </Button>
      </form>
      {said && <Alert severity={said.fault ? 'error' : 'success'}>{said.text}</Alert>}
      {asked.map((p) => (
        <div key={p.id} className="grant">
          <p>
            {p.athleteName}{' '}
            <span className="second">
              asked {longDateTime(p.at)}: {p.toName}, {p.instead ? 'instead of you' : p.role}
            </span>
          </p>
          <Button size="small" onClick={() => takeBack(p)}>
            Take it back
          </Button>
        </div>
      ))}
    </section>
  );
};
