import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { whyTargets, type ChangeOrder, type Season, typeDay } from '@maul/core/plan';
import { type BodyBasis } from '@maul/core/body';
import { type IsoDate } from '@maul/core/units';
import type { OrderRow } from '@maul/contract/plan';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { Link } from 'react-router';
import { datesInWords, longDate, NUTRIENT_NAMES, windowText } from '../../ui/formats/show.ts';
import './why.css';

export interface WhyProps {
  season: Season;
  bases: readonly BodyBasis[];
  orders: readonly (ChangeOrder & Partial<Pick<OrderRow, 'reason' | 'signedByName'>>)[];
  date: IsoDate;
  first: TargetKey;
  onClose: () => void;
}

/** Why a number is what it is: its derivation step by step, with the figures that went in and where each rule comes from. */
const WhyDialog = ({ season, bases, orders, date, first, onClose }: WhyProps) => {
  const [key, setKey] = useState<TargetKey>(first);
  const why = whyTargets(season, bases, orders, date);
  const window = why?.targets.windows[key];
  const { name, unit } = NUTRIENT_NAMES[key];
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="why-title">
      <DialogTitle id="why-title">Why this number</DialogTitle>
      <DialogContent>
        <div className="rows why">
          <ToggleButtonGroup
            exclusive
            size="small"
            value={key}
            aria-label="Which target"
            onChange={(_, next: TargetKey | null) => next && setKey(next)}
          >
            {TARGET_KEYS.map((k) => (
              <ToggleButton key={k} value={k}>
                {NUTRIENT_NAMES[k].name}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {!why ? (
            <p>No phase on this day, so there is no target.</p>
          ) : (
            <>
              <p className="why-head">
                <span className="why-figure n">
                  {window ? windowText(window) : 'No target'} {window ? unit : ''}
                </span>
                <span className="second">
                  {name}, {longDate(date)}, {typeDay(why.targets.dayType)}
                </span>
              </p>
              {why.targets.problems.map((problem) => (
                <p key={problem} role="alert" className="is-over">
                  {problem}
                </p>
              ))}
              <ol className="why-steps">
                {why.steps
                  .filter((step) => step.about.includes(key))
                  .map((step) => {
                    const order = orders.find((o) => o.id === step.orderId);
                    return (
                      <li key={step.text}>
                        {datesInWords(step.text)}
                        {order?.signedByName !== undefined && (
                          <span className="second">
                            {' '}
                            {order.signedByName}: “{order.reason}”
                          </span>
                        )}
                        {step.source !== null && <span className="why-source quiet">{step.source}</span>}
                      </li>
                    );
                  })}
              </ol>
              <p className="second">
                Reasons to doubt it, and what Maul is not: <Link to="/about">about the numbers</Link>.
              </p>
            </>
          )}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
};

export default WhyDialog;
