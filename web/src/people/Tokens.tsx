import { TOKEN_SCOPES, type AccessToken, type TokenScope } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';
import { longDateTime } from '../ui/formats/show.ts';

const SCOPES: Readonly<Record<TokenScope, string>> = {
  'read-log': 'read log and trend',
  'write-weigh-ins': 'write weigh-ins',
  'write-portions': 'write meals and portions',
};
const DAYS = [
  [30, 'a month'],
  [90, 'three months'],
  [366, 'a year'],
] as const;

const Row = ({ token, onEnd }: { token: AccessToken; onEnd: () => void }) => (
  <div className="grant">
    <p>
      <b>{token.name}</b>{' '}
      <span className="second">
        may {token.scopes.map((s) => SCOPES[s]).join(', ')}; until {token.until.slice(0, 10)};{' '}
        {token.used === null ? 'never used' : `used ${longDateTime(token.used)}`}
      </span>
    </p>
    <Button size="small" color="error" onClick={onEnd}>
      End
    </Button>
  </div>
);

/** Tokens for programs of one’s own: made, shown once, listed, ended. */
export const Tokens = ({ athleteId }: { athleteId: string }) => {
  const { data } = useQuery({ queryKey: ['tokens'], queryFn: () => call('tokens') });
  const [name, setName] = useState('');
  const [scopes, setScopes] = useState<TokenScope[]>([]);
  const [days, setDays] = useState<number>(90);
  const [id, setId] = useState(() => uuidv7());
  const [shown, setShown] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const act = async (work: () => Promise<unknown>): Promise<void> => {
    setFault(null);
    try {
      await work();
    } catch (error) {
      setFault(sentenceOf(error));
    }
    await queryClient.invalidateQueries({ queryKey: ['tokens'] });
  };
  const make = (event: FormEvent): void => {
    event.preventDefault();
    void act(async () => {
      const { token } = await call('makeToken', { params: { id }, body: { name, scopes, days } });
      setShown(token);
      setName('');
      setScopes([]);
      setId(uuidv7());
    });
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Programs of your own</h2>
      <p className="second">
        A scale or a script writes here with a token. What it can ask, and a script to begin with, stands
        under <a href="/api/docs/">the description of all requests</a>. Your id there is{' '}
        <span className="n">{athleteId}</span>.
      </p>
      {data?.tokens.map((token) => (
        <Row
          key={token.id}
          token={token}
          onEnd={() => void act(() => call('revokeToken', { params: { id: token.id } }))}
        />
      ))}
      {shown !== null && (
        <Alert severity="success" onClose={() => setShown(null)}>
          This is the token. It is shown once; keep it where the program finds it:{' '}
          <code className="token" data-testid="token">
            {shown}
          </code>
        </Alert>
      )}
      <form className="rows" onSubmit={make}>
        <div className="pair">
          <TextField label="What for" value={name} onChange={(e) => setName(e.target.value)} />
          <TextField select label="Holds for" value={days} onChange={(e) => setDays(Number(e.target.value))}>
            {DAYS.map(([count, words]) => (
              <MenuItem key={count} value={count}>
                {words}
              </MenuItem>
            ))}
          </TextField>
        </div>
        <div className="kinds" role="group" aria-label="What it may do">
          {TOKEN_SCOPES.map((scope) => (
            <FormControlLabel
              key={scope}
              control={
                <Checkbox
                  size="small"
                  checked={scopes.includes(scope)}
                  onChange={(_, on) =>
                    setScopes(TOKEN_SCOPES.filter((s) => (s === scope ? on : scopes.includes(s))))
                  }
                />
              }
              label={SCOPES[scope]}
            />
          ))}
        </div>
        <Button type="submit" disabled={name.trim() === '' || scopes.length === 0}>
          Make a token
        </Button>
      </form>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
    </section>
  );
};
