import type { Readings, ReadKind } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, sentenceOf } from '../data/api.ts';
import { longDateTime } from '../ui/formats/show.ts';

const READ: Readonly<Record<ReadKind, string>> = {
  log: 'the log',
  body: 'body and trend',
  pictures: 'pictures',
  health: 'cautions',
  messages: 'messages',
  season: 'season and orders',
  week: 'a week',
  roster: 'the roster',
};

interface Reader {
  key: string;
  name: string;
  last: string;
  what: string[];
}

/** One row for each reader and day, what they read in it, and when last. */
const byDay = (readings: Readings['readings']): Reader[] => {
  const rows = new Map<string, Reader>();
  for (const { readerId, name, kind, last } of readings) {
    const key = `${last.slice(0, 10)} ${readerId}`;
    const row = rows.get(key);
    if (!row) rows.set(key, { key, name, last, what: [READ[kind]] });
    else {
      row.what.push(READ[kind]);
      if (last > row.last) row.last = last;
    }
  }
  return [...rows.values()];
};

/** Who read what of an athlete in the last ninety days. */
export const WhoRead = ({ athleteId }: { athleteId: string }) => {
  const [open, setOpen] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['readings', athleteId],
    queryFn: () => call('readings', { params: { athleteId } }),
    enabled: open,
  });
  const rows = byDay(data?.readings ?? []);
  return (
    <div className="rows">
      <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)} sx={{ alignSelf: 'start' }}>
        Who read what
      </Button>
      {open && error && <Alert severity="error">{sentenceOf(error)}</Alert>}
      {open && data && rows.length === 0 && (
        <p className="second">Nobody but you, in the last ninety days.</p>
      )}
      {open && rows.length > 0 && (
        <table className="account-history">
          <caption className="hidden">Who read what in the last ninety days</caption>
          <tbody>
            {rows.map((row) => (
              <tr key={row.key}>
                <th scope="row">{longDateTime(row.last)}</th>
                <td>
                  {row.name} read {row.what.join(', ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
};
