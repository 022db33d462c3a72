import { REMINDER_KINDS, type ReminderKind } from '@maul/core/reminders';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useState } from 'react';
import { TimeField } from '../ui/fields/TimeField.tsx';
import { allow, permission, type Permission } from './notify.ts';
import { useWishes } from './wishes.ts';

const KIND_NAMES: Record<ReminderKind, string> = {
  'weigh-in': 'Weigh-in: 15 minutes after your waking time',
  water: 'Water in peak week: 45 minutes before each deadline, if you have logged less than planned',
  timer: 'Timers of a batch: when the time is up',
  'use-by': 'Food on its last day: an hour after your waking time',
};

const PERMISSION_TEXT: Record<Permission, string> = {
  granted: 'Reminders show in Maul, and as notifications while Maul is open behind another window.',
  default:
    'Reminders show in Maul. Allow notifications to see them while Maul is open behind another window too.',
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
          : 'In quiet hours Maul reminds you only of timers. Another reminder comes when they end, if it still helps.'}
      </p>
      <p className="second">
        {PERMISSION_TEXT[allowed]} Once Maul is closed it may not remind you, so keep it open in peak week.
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
