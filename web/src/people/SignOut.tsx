import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { takeActs, useActs } from '../data/sending/acts.ts';
import { sentenceOf } from '../data/api.ts';
import { keepDraft, useDrafts } from '../data/sending/drafts.ts';
import { savedFiles, takeFiles, useFiles } from '../data/sending/files.ts';
import { useOutbox } from '../data/sending/outbox.ts';
import { leave, outbox, sendFiles, useSession, whatWaits } from '../data/session.ts';
import { readUnsent, unsentFile } from '../data/sending/unsentFile.ts';
import { FormDialog } from '../ui/FormDialog.tsx';
import { plural } from '../ui/formats/show.ts';

const saveAsFile = (name: string, text: string): void => {
  const address = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
};

/** What waits beside the changes of the log, in words. */
const useAlso = (): string[] => {
  const acts = useActs((s) => s.acts);
  const drafts = useDrafts((s) => s.drafts);
  const { waiting } = useFiles();
  return [
    ...acts.map((a) => a.what),
    ...Object.values(drafts).map((d) => `${d.what}, a draft`),
    ...(waiting > 0 ? [plural(waiting, 'picture')] : []),
  ];
};

/** Asks what becomes of changes that the server does not have yet: signing out takes them off the device. */
const Unsent = ({
  everywhere,
  onOut,
  onClose,
}: {
  everywhere: boolean;
  onOut: () => void;
  onClose: () => void;
}) => {
  const { person } = useSession();
  const entries = useOutbox((s) => s.entries);
  const also = useAlso();
  const [saved, setSaved] = useState<{ good: boolean; text: string } | null>(null);
  const save = async (): Promise<void> => {
    const { files, left } = await savedFiles();
    const { acts } = useActs.getState();
    const { drafts } = useDrafts.getState();
    const text = await unsentFile(person, { changes: entries, acts, drafts, pictures: files });
    saveAsFile('maul-not-sent.json', text);
    setSaved({
      good: left === 0,
      text: `Saved. Anybody who has the file can read it.${left === 0 ? '' : ` ${plural(left, 'picture is', 'pictures are')} not in it: together they are too large for one file.`}`,
    });
  };
  return (
    <FormDialog
      title={
        entries.length > 0
          ? `${plural(entries.length, 'change is', 'changes are')} not sent yet`
          : 'Something is not sent yet'
      }
      onClose={onClose}
      leave="Stay signed in"
      keep={everywhere ? 'Sign out everywhere' : 'Sign out'}
      onKeep={onOut}
    >
      <p>
        Signing out takes everything of yours off this device, what is not sent too. Stay until it is sent, or
        keep it as a file: it brings everything back when you are signed in again.
      </p>
      {also.length > 0 && (
        <p>
          {entries.length > 0 ? 'Also not sent' : 'Not sent'}: {also.join('; ')}.
        </p>
      )}
      <div>
        <Button
          onClick={() => {
            save().catch((error: unknown) => setSaved({ good: false, text: sentenceOf(error) }));
          }}
        >
          Save it as a file
        </Button>
      </div>
      {saved && <Alert severity={saved.good ? 'success' : 'warning'}>{saved.text}</Alert>}
    </FormDialog>
  );
};

/** The way out: here or everywhere, and the way back for changes that were saved as a file. */
export const SignOut = () => {
  const { person } = useSession();
  const navigate = useNavigate();
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const [asked, setAsked] = useState<'here' | 'everywhere' | null>(null);
  const out = (everywhere: boolean): void => {
    setAsked(null);
    leave(everywhere).then(
      () => void navigate('/sign-in', { replace: true }),
      (error: unknown) => setSaid({ good: false, text: sentenceOf(error) }),
    );
  };
  /** Asks where something is not sent; what waits on the device is read first, also just after the page was opened. */
  const wish = async (how: 'here' | 'everywhere'): Promise<void> => {
    await whatWaits();
    const waits =
      useOutbox.getState().entries.length > 0 ||
      useActs.getState().acts.length > 0 ||
      Object.keys(useDrafts.getState().drafts).length > 0 ||
      useFiles.getState().waiting > 0;
    if (waits) setAsked(how);
    else out(how === 'everywhere');
  };
  const bringBack = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const read = readUnsent(await file.text(), person.id);
    if (!read.ok) return setSaid({ good: false, text: read.sentence });
    const { changes: back, acts, drafts, pictures } = read;
    outbox.takeBack(back);
    takeActs(acts);
    for (const [name, draft] of Object.entries(drafts)) keepDraft(name, draft);
    const closed = await takeFiles(pictures);
    sendFiles();
    const many = back.length + acts.length + Object.keys(drafts).length + (closed ? pictures.length : 0);
    setSaid({
      good: closed,
      text: closed
        ? `${plural(many, 'thing is', 'things are')} back. What can be sent is sent now; a draft waits for your signature.`
        : `${plural(many, 'thing is', 'things are')} back, but not the pictures: this browser cannot keep them encrypted. They are still in the file.`,
    });
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Sign out</h2>
      {said && <Alert severity={said.good ? 'success' : 'error'}>{said.text}</Alert>}
      <p className="second">
        Signing out takes everything of yours off this device. Signing out everywhere also empties your other
        devices when they are next online; what they have not sent by then is lost.
      </p>
      <div className="pair">
        <Button onClick={() => void wish('here')}>Sign out here</Button>
        <Button onClick={() => void wish('everywhere')}>Sign out everywhere</Button>
      </div>
      <div>
        <Button component="label" variant="text" size="small">
          Bring back what was saved as a file
          <input
            type="file"
            accept="application/json"
            hidden
            onChange={(e) => {
              void bringBack(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </Button>
      </div>
      {asked && (
        <Unsent
          everywhere={asked === 'everywhere'}
          onOut={() => out(asked === 'everywhere')}
          onClose={() => setAsked(null)}
        />
      )}
    </section>
  );
};
