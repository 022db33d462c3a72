import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useColorScheme } from '@mui/material/styles';
import { useState } from 'react';
import { Link } from 'react-router';
import { useSession } from '../data/session.ts';
import { BlockedPeople } from './BlockedPeople.tsx';
import { TakeEverything } from './Everything.tsx';
import { Leaving } from './Leaving.tsx';
import { LetIn } from './LetIn.tsx';
import { Sharing } from './Sharing.tsx';
import { SignOut } from './SignOut.tsx';
import { Signing } from './Signing.tsx';
import { Tokens } from './Tokens.tsx';
import { AccountHistory } from './AccountHistory.tsx';
import { Reminders } from '../reminders/index.ts';
import { chooseMode, chosenMode, type Mode } from '../ui/theme/mode.ts';
import '../ui/styles/accounts.css';

const Look = () => {
  const { setMode } = useColorScheme();
  const [mode, setLocal] = useState(chosenMode);
  const choose = (next: Mode | null): void => {
    if (next === null) return;
    chooseMode(next);
    setMode(next);
    setLocal(next);
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Light or dark</h2>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={mode}
        aria-label="Colours"
        onChange={(_, next: Mode | null) => choose(next)}
      >
        <ToggleButton value="light">Light</ToggleButton>
        <ToggleButton value="dark">Dark</ToggleButton>
        <ToggleButton value="system">Same as the system</ToggleButton>
      </ToggleButtonGroup>
    </section>
  );
};

export const AccountPage = () => {
  const session = useSession();
  const { person } = session;
  return (
    <div className="sheet-page account">
      <div>
        <h1 className="page-title">{person.name}</h1>
        <p className="second">
          {person.email} · {person.isCoach ? 'coach' : 'athlete'}
          {person.isDemo ? ' · demo, invented' : ''}
        </p>
      </div>
      {person.coachCode !== null && (
        <section className="rows">
          <h2 className="panel-title">Your coach’s code</h2>
          <p>
            <span className="coach-code n">{person.coachCode}</span>
          </p>
          <p className="second">
            An athlete types it under Account to share with you, and can end the sharing at any time.
          </p>
        </section>
      )}
      {person.isCoach && <LetIn session={session} />}
      {person.isAthlete && person.hasSeason && (
        <section className="rows">
          <h2 className="panel-title">What Maul knows about you</h2>
          <p>
            <Link to="/account/body">Body and health</Link>
            <span className="second">
              : units, equations, training, food, allergens, statements for the cautions
            </span>
          </p>
        </section>
      )}
      {person.isAthlete && person.hasSeason && <Sharing session={session} />}
      {person.isAthlete && person.hasSeason && (
        <section className="rows">
          <h2 className="panel-title">Sharing a dish</h2>
          <p>
            Whoever gives you part of a dish types this code:{' '}
            <span className="coach-code n" data-testid="table-code">
              {person.tableCode}
            </span>
            . It opens nothing of yours: what they give, you take or leave.
          </p>
          <BlockedPeople athleteId={person.id} />
        </section>
      )}
      {person.isAthlete && person.hasSeason && <Reminders />}
      <Look />
      <section className="rows">
        <h2 className="panel-title">About the numbers</h2>
        <p>
          <Link to="/about">Where they come from, how sure they are, and what Maul is not</Link>
        </p>
      </section>
      <Signing isDemo={person.isDemo} />
      <AccountHistory />
      <SignOut />
      {person.isAthlete && person.hasSeason && (
        <section className="rows">
          <h2 className="panel-title">A diary from elsewhere</h2>
          <p>
            <Link to="/read-diary">Read a diary of another program</Link>
            <span className="second">: any CSV file, looked at before it is kept</span>
          </p>
        </section>
      )}
      {person.isAthlete && person.hasSeason && <Tokens athleteId={person.id} />}
      {person.isAthlete && person.hasSeason && <TakeEverything athleteId={person.id} />}
      {!person.isDemo && <Leaving leavingAt={person.leavingAt} isCoach={person.isCoach} />}
    </div>
  );
};
