import Button from '@mui/material/Button';
import { Link, useLocation } from 'react-router';
import { useSession } from '../data/session.ts';
import { useReminders } from './useReminders.ts';

/** What is due now, in a line above the page. What the open page shows anyway is not said twice. */
const ReminderBar = () => {
  const { person } = useSession();
  const { pathname } = useLocation();
  const { due, done } = useReminders(person.id);
  const there = due.filter((r) => r.to !== pathname && !(r.kind === 'weigh-in' && pathname === '/today'));
  if (there.length === 0) return <div role="status" />;
  return (
    <div role="status" className="reminding" aria-label="Due now">
      {there.map((r) => (
        <div key={r.id} className="saving-refused">
          <p>
            <b>{r.title}.</b> {r.body}
          </p>
          <Button size="small" component={Link} to={r.to} onClick={() => done(r.id)}>
            Go there
          </Button>
          <Button size="small" variant="text" onClick={() => done(r.id)}>
            Dismiss
          </Button>
        </div>
      ))}
    </div>
  );
};

export default ReminderBar;
