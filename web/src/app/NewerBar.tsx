import Button from '@mui/material/Button';
import { useState } from 'react';
import { useLivePortion } from '../data/live.ts';
import { takeNewer, useNewer } from './keepApp.ts';

/** A newer Maul that waits on this device, and what it brings. It waits until nobody is weighing. */
export const NewerBar = () => {
  const news = useNewer((s) => s.news);
  const weighing = useLivePortion() !== undefined;
  const [later, setLater] = useState(false);
  if (news === null || later) return null;
  return (
    <div role="status" className="saving">
      <div className="saving-refused">
        <p>
          <b>A newer Maul is on this device.</b> {news.join(' ')}
          {weighing ? ' It waits until the scale is empty.' : ''}
        </p>
        <Button size="small" disabled={weighing} onClick={takeNewer}>
          Use it now
        </Button>
        <Button size="small" variant="text" onClick={() => setLater(true)}>
          Later
        </Button>
      </div>
    </div>
  );
};
