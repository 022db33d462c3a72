import { type Caution, type Confirmation, cautionStanding } from '@maul/core/plan';
import Alert from '@mui/material/Alert';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

const WAITS = {
  coach: 'Confirmed by the athlete; waits for the coach.',
  athlete: 'Confirmed by the coach; waits for the athlete.',
  both: 'Not confirmed yet.',
  second: 'Confirmed once; the second time comes a day later.',
} as const;

const LEVEL_WORDS = { note: 'Note.', confirm: 'Caution.', refuse: 'Not possible in Maul.' } as const;

const Words = ({ caution }: { caution: Caution }) => (
  <>
    <b>{LEVEL_WORDS[caution.level]} </b>
    {caution.sentence} {caution.see}{' '}
    <span className="quiet">
      ({caution.source}; <Link to="/about">about the numbers</Link>)
    </span>
  </>
);

/** One caution: the sentence, its source, whom to see, and what is done about it. */
export const CautionLine = ({ caution, children }: { caution: Caution; children?: ReactNode }) => (
  <Alert
    severity={caution.level === 'note' ? 'warning' : 'error'}
    icon={false}
    className={`caution caution-${caution.level}`}
  >
    <Words caution={caution} />
    {children}
  </Alert>
);

/** Cautions to be read where room is short: the same words, a line each. */
export const CautionList = ({ cautions }: { cautions: readonly Caution[] }) => (
  <ul className="caution-list">
    {cautions.map((caution) => (
      <li key={caution.id} className={`caution-${caution.level}`}>
        <Words caution={caution} />
      </li>
    ))}
  </ul>
);

/** Cautions on a plan that is being made: hard ones are confirmed here, an X cannot be. */
export const CautionChecks = ({
  cautions,
  confirmed,
  held = [],
  onConfirm,
}: {
  cautions: readonly Caution[];
  confirmed: readonly string[];
  /** Those that this person has confirmed before, and whose confirmation still holds. */
  held?: readonly string[];
  onConfirm: (id: string, yes: boolean) => void;
}) => (
  <>
    {cautions.map((caution) => (
      <CautionLine key={caution.id} caution={caution}>
        {held.includes(caution.id) && <span className="second"> You confirmed it; that still holds.</span>}
        {caution.level === 'confirm' && caution.needs === null && !held.includes(caution.id) && (
          <FormControlLabel
            control={
              <Checkbox
                checked={confirmed.includes(caution.id)}
                onChange={(e) => onConfirm(caution.id, e.target.checked)}
              />
            }
            label="I have read this and stand by it"
          />
        )}
        {caution.level === 'confirm' && caution.needs !== null && (
          <b>
            {' '}
            Name the {caution.needs === 'doctor' ? 'treating doctor' : 'professional'} under Account, Body and
            health.
          </b>
        )}
        {caution.level === 'refuse' && <b> This is not kept.</b>}
      </CautionLine>
    ))}
  </>
);

/** True when nothing stands in the way of signing: no X, and every hard caution confirmed. */
export const allConfirmed = (cautions: readonly Caution[], confirmed: readonly string[]): boolean =>
  cautions.every(
    (c) => c.level === 'note' || (c.level === 'confirm' && c.needs === null && confirmed.includes(c.id)),
  );

/** Where the confirmation of a caution stands, in words; nothing for a note. */
export const standingText = (
  caution: Caution,
  confirmations: readonly Confirmation[],
  hasCoach: boolean,
): string | null => {
  if (caution.level !== 'confirm') return null;
  const standing = cautionStanding(caution, confirmations, hasCoach, new Date().toISOString());
  if (standing.state === 'free') return 'Confirmed by all who must; it lapses after 14 days.';
  return standing.state === 'waits' ? WAITS[standing.for] : null;
};
