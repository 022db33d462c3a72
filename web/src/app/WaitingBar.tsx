import Button from '@mui/material/Button';
import { Link, useLocation } from 'react-router';
import { dropAct, useActs } from '../data/sending/acts.ts';
import { useDrafts } from '../data/sending/drafts.ts';
import { useOutbox } from '../data/sending/outbox.ts';

/** What needs the other side and waits: said once the server answers, or signed by hand. Silent where nothing does. */
export const WaitingBar = () => {
  const acts = useActs((s) => s.acts);
  const drafts = useDrafts((s) => s.drafts);
  const reachable = useOutbox((s) => s.reachable);
  const { pathname, search } = useLocation();
  const refused = acts.filter((a) => a.refused !== null);
  const waiting = reachable ? [] : acts.filter((a) => a.refused === null);
  const elsewhere = Object.entries(drafts).filter(([, d]) => d.to !== pathname + search);
  if (refused.length + waiting.length + elsewhere.length === 0) return null;
  return (
    <div role="status" className="saving">
      {waiting.length > 0 && (
        <p>
          <b>Maul sends this when the server answers:</b> {waiting.map((a) => a.what).join('; ')}.
        </p>
      )}
      {refused.map((a) => (
        <div key={a.id} className="saving-refused">
          <p>
            <b>{a.what} was not sent.</b> {a.refused}
          </p>
          <Button size="small" onClick={() => dropAct(a.id)}>
            I have read it
          </Button>
        </div>
      ))}
      {elsewhere.map(([name, draft]) => (
        <div key={name} className="saving-refused">
          <p>
            <b>{draft.what}: your draft is not signed yet.</b>{' '}
            {reachable ? '' : 'You can sign it when the server answers.'}
          </p>
          <Button size="small" component={Link} to={draft.to}>
            Open it
          </Button>
        </div>
      ))}
    </div>
  );
};
