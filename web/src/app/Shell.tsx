import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, Navigate, NavLink, Outlet, useLocation, useMatches } from 'react-router';
import { keepReady } from '../data/ready.ts';
import { sessionQuery, useLiveSession, useSession } from '../data/session.ts';
import { longDateTime } from '../ui/formats/show.ts';
import { NewerBar } from './NewerBar.tsx';
import { SavingBar } from './SavingBar.tsx';
import { WaitingBar } from './WaitingBar.tsx';
import { useUndo } from '../data/undo/undo.ts';
import { ReminderBar } from '../reminders/index.ts';
import './shell.css';
import { partOf } from '../ui/partOf.tsx';

const UndoBar = partOf(() => import('../ui/UndoBar.tsx'));

interface Place {
  to: string;
  name: string;
}

const placesOf = (person: { isAthlete: boolean; isCoach: boolean }): Place[] => [
  ...(person.isAthlete
    ? [
        { to: '/today', name: 'Today' },
        { to: '/bench', name: 'Bench' },
        { to: '/kitchen', name: 'Kitchen' },
        { to: '/pantry', name: 'Pantry' },
        { to: '/trend', name: 'Trend' },
        { to: '/season', name: 'Season' },
        { to: '/orders', name: 'Orders' },
      ]
    : []),
  ...(person.isCoach
    ? [
        { to: '/roster', name: 'Roster' },
        { to: '/questions', name: 'Questions' },
        { to: '/protocols', name: 'Protocols' },
        { to: '/dates', name: 'Dates' },
      ]
    : []),
  { to: '/account', name: 'Account' },
];

/** The current page's notch in the spine, with the poise in it. */
const SpineNotch = () => (
  <svg className="spine-notch" width="14" height="34" viewBox="0 0 14 34" aria-hidden focusable="false">
    <path d="M14 3H3V31H14" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.7" />
    <path d="M14 17L10 21.7H5.5V18.7H3.7V15.3H5.5V12.3H10Z" fill="var(--ink)" />
  </svg>
);

const Spine = () => {
  const { person } = useSession();
  return (
    <nav className="spine" aria-label="Places">
      <NavLink to="/" className="spine-name">
        Maul
      </NavLink>
      <ul>
        {placesOf(person).map(({ to, name }) => (
          <li key={to}>
            <NavLink to={to} className="spine-place">
              {({ isActive }) => (
                <>
                  {name}
                  {isActive && <SpineNotch />}
                </>
              )}
            </NavLink>
          </li>
        ))}
      </ul>
      <p className="spine-person">
        <b>{person.name}</b>
        <span className="second">
          {person.isDemo ? 'Demo, invented' : person.isCoach ? 'Coach' : 'Athlete'}
        </span>
      </p>
    </nav>
  );
};

const Live = () => {
  const session = useSession();
  useLiveSession(session);
  const { person } = session;
  const { id, isAthlete, hasSeason } = person;
  useEffect(() => keepReady({ id, isAthlete, hasSeason }), [id, isAthlete, hasSeason]);
  const { pathname } = useLocation();
  const undoable = useUndo((s) => s.offer !== null);
  const wide = useMatches().some((m) => (m.handle as { bare?: boolean } | undefined)?.bare);
  if (person.isAthlete && !person.hasSeason && !['/start', '/account', '/about'].includes(pathname))
    return <Navigate to="/start" replace />;
  return (
    <div className={wide ? 'house house-bare' : 'house'}>
      <a className="skip" href="#place">
        Skip to the page
      </a>
      <Spine />
      <div className="room">
        <SavingBar />
        <WaitingBar />
        <NewerBar />
        {person.isAthlete && person.hasSeason && <ReminderBar />}
        {person.leavingAt && (
          <p className="leaving" role="status">
            This account will be deleted on {longDateTime(person.leavingAt)}.{' '}
            <Link to="/account">Keep it</Link>
          </p>
        )}
        <main id="place" className="place" tabIndex={-1}>
          <Outlet />
        </main>
        {undoable && <UndoBar />}
      </div>
    </div>
  );
};

const AGAIN_MS = 5000;

/** Everything behind the sign-in. */
export const Shell = () => {
  const { data, isPending, error, refetch } = useQuery({
    ...sessionQuery,
    // A device that knows nobody waits for the server.
    refetchInterval: ({ state }) => (state.data === undefined && state.status === 'error' ? AGAIN_MS : false),
  });
  const { pathname } = useLocation();
  if (isPending) return <p className="opening">Opening Maul …</p>;
  // Who is signed in on an open page is known: a server that is away takes nothing off the screen.
  if (error && data === undefined)
    return (
      <div className="opening" role="alert">
        <p>The server does not answer. Is Maul running?</p>
        <button type="button" onClick={() => void refetch()}>
          Try again
        </button>
      </div>
    );
  if (!data)
    return (
      <Navigate to={pathname === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(pathname)}`} replace />
    );
  return <Live />;
};

export const Home = () => {
  const { person } = useSession();
  return <Navigate to={person.isCoach ? '/roster' : '/today'} replace />;
};
