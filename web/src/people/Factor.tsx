import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { QRCodeSVG } from 'qrcode.react';
import { useState, type FormEvent } from 'react';
import { call, sentenceOf } from '../data/api.ts';
import { accountChanged } from './changed.ts';
import { PasswordForm } from './PasswordForm.tsx';

const CodeField = ({ value, onChange }: { value: string; onChange: (code: string) => void }) => (
  <TextField
    label="Code from your phone"
    autoComplete="one-time-code"
    value={value}
    slotProps={{ htmlInput: { inputMode: 'numeric' } }}
    onChange={(event) => onChange(event.target.value)}
  />
);

/** The secret, to be read by an application for codes, and its first code. */
const First = ({ made, onDone }: { made: { secret: string; uri: string }; onDone: () => void }) => {
  const [code, setCode] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const confirm = (event: FormEvent): void => {
    event.preventDefault();
    setFault(null);
    call('confirmFactor', { body: { code } }).then(
      () => {
        onDone();
        void accountChanged();
      },
      (error: unknown) => setFault(sentenceOf(error)),
    );
  };
  return (
    <form className="rows" onSubmit={confirm}>
      <p>
        Scan this with an authenticator app on your phone, or type the secret into the app. Then enter the six
        digits that it shows.
      </p>
      <div className="factor-code">
        <QRCodeSVG value={made.uri} size={184} marginSize={4} title="QR code with the secret" />
      </div>
      <p className="n factor-secret" data-testid="factor-secret">
        {made.secret.replace(/.{4}(?=.)/g, '$& ')}
      </p>
      <CodeField value={code} onChange={setCode} />
      <Button type="submit" variant="contained" disabled={code.trim().length < 6}>
        Turn it on
      </Button>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
    </form>
  );
};

/** A second factor: codes that a phone shows. */
export const Factor = ({ on, codesLeft }: { on: boolean; codesLeft: number }) => {
  const [made, setMade] = useState<{ secret: string; uri: string } | null>(null);
  const [code, setCode] = useState('');
  return (
    <section className="rows">
      <h2 className="panel-title">Two-step sign-in</h2>
      {on ? (
        <>
          <p>
            On. After your password, signing in asks for a code from your phone.{' '}
            {codesLeft === 0
              ? 'Make ten codes above, in case you lose the phone.'
              : 'If you lose the phone, use one of your ten codes instead.'}
          </p>
          <CodeField value={code} onChange={setCode} />
          <PasswordForm
            label="Current password, to turn it off"
            button="Turn it off"
            danger
            onPassword={async (present) => {
              await call('endFactor', { body: { present, code } });
              setCode('');
              setMade(null);
              await accountChanged();
            }}
          />
        </>
      ) : made ? (
        <First made={made} onDone={() => setMade(null)} />
      ) : (
        <>
          <p>Off. When it is on, signing in also asks for a code from your phone.</p>
          <PasswordForm
            label="Current password, for two-step sign-in"
            button="Set it up"
            onPassword={async (present) => setMade(await call('beginFactor', { body: { present } }))}
          />
        </>
      )}
    </section>
  );
};
