import { REMINDER_KINDS, type ReminderKind } from '@maul/core/reminders';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useState } from 'react';
import { TimeField } from '../ui/fields/TimeField.tsx';
import { allow, permission, type Permission } from './notify.ts';
import { useWishes } from './wishes.ts';

const KIND_NAMES: Record<ReminderKind, string> = {
  'weigh-in': 'The weigh-in, 15 minutes after waking',
  water: 'Water in peak week, 45 minutes before each deadline, while less is logged',
  timer: 'A timer of a batch that ends',
  'use-by': 'Food whose last day it is, an hour after waking',
};

const PERMISSION_TEXT: Record<Permission, string> = {
  granted: 'Reminders also come as notifications of this device while Maul is open behind another window.',
  default: 'Reminders show in Maul. As notifications they also come while Maul is behind another window.',
  denied:
    'This browser does not let Maul notify; you can change that in its settings. Reminders show in Maul itself.',
  none: 'This browser has no notifications. Reminders show in Maul itself.',
};

/** What this device reminds of, and when it is quiet. */
export const Reminders = () => {
  const { kinds, quietFrom, quietTo, set } = useWishes();
  const [allowed, setAllowed] = useState(permission);
  const turn = (kind: ReminderKind, on: boolean): void =>
    set({ kinds: REMINDER_KINDS.filter((k) => (k === kind ? on : kinds.includes(k))) });
  return (
    <section className="rows" aria-label="Reminders">
      <h2 className="panel-title">Reminders on this device</h2>
      <div className="rows">
        {REMINDER_KINDS.map((kind) => (
          <FormControlLabel
            key={kind}
            control={<Switch checked={kinds.includes(kind)} onChange={(e) => turn(kind, e.target.checked)} />}
            label={KIND_NAMES[kind]}
          />
        ))}
      </div>
      <div className="pair">
        <TimeField
          label="Quiet from"
          value={quietFrom}
          onChange={(from) => from !== '' && set({ quietFrom: from })}
        />
        <TimeField label="Quiet until" value={quietTo} onChange={(to) => to !== '' && set({ quietTo: to })} />
      </div>
      <p className="second">
        {quietFrom === quietTo
          ? 'No quiet hours: both times are the same.'
          : 'In quiet hours only timers are said. What is still of use afterwards is said when they end.'}
      </p>
      <p className="second">
        {PERMISSION_TEXT[allowed]} A browser that has closed Maul does not remind you, so keep it open in peak
        week.
      </p>
      {allowed === 'default' && (
        <div>
          <Button variant="outlined" onClick={() => void allow().then(setAllowed)}>
            Allow notifications
          </Button>
        </div>
      )}
    </section>
  );
};
