import type { Kitchen } from '@maul/contract/foods';
import { liveNet, recogniseContainers, showMass } from '@maul/core/scale';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { gramsText } from '../../ui/formats/show.ts';
import { saveContainer } from '../../data/kitchen/kitchen.ts';
import { sentenceOf } from '../../data/api.ts';
import { useBench } from '../store.ts';

/** Known containers: offered when one is set down, set aside when it stands under food, remembered when it is new. */
export const Containers = ({ athleteId, kitchen }: { athleteId: string; kitchen: Kitchen | undefined }) => {
  const dispatch = useBench((s) => s.dispatch);
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const [naming, setNaming] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const containers = kitchen?.containers ?? [];
  // Names alone are compared, so that a reading that changes nothing draws nothing.
  const offered = useBench((s) =>
    recogniseContainers(s.scale, containers)
      .slice(0, 2)
      .map((c) => c.id)
      .join(' '),
  );
  const offers = containers.filter((c) => offered.split(' ').includes(c.id));
  const loaded = useBench((s) => (liveNet(s.scale) ?? 0) > 0);
  const last = useBench((s) => s.scale.layers.at(-1));
  const reading = useBench((s) => (menu === null ? null : s.scale.reading));
  const fresh =
    last?.kind === 'tare' && last.name === undefined && !last.known && last.gross - last.before > 5
      ? Math.round((last.gross - last.before) * 10) / 10
      : null;
  const keep = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    if (fresh === null || !naming?.trim()) return;
    try {
      await saveContainer(athleteId, { name: naming.trim(), grams: fresh });
      setNaming(null);
      setFault(null);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <div className="containers">
      {offers.map((c) => (
        <div key={c.id} className="container-offer" role="status">
          <span>
            Weighs like <b>{c.name}</b> ({gramsText(c.grams)} g).
          </span>
          <Button size="small" onClick={() => dispatch({ type: 'tare', name: c.name })}>
            Yes, tare it
          </Button>
        </div>
      ))}
      <div className="container-tools">
        {containers.length > 0 && loaded && (
          <Button size="small" variant="text" onClick={(e) => setMenu(e.currentTarget)} aria-haspopup="menu">
            Food is in a known container
          </Button>
        )}
        {fresh !== null && naming === null && (
          <Button size="small" variant="text" onClick={() => setNaming('')}>
            Remember this container ({gramsText(fresh)} g)
          </Button>
        )}
      </div>
      {fresh !== null && naming !== null && (
        <form className="container-name" onSubmit={(event) => void keep(event)}>
          <TextField
            size="small"
            label="Its name"
            value={naming}
            onChange={(e) => setNaming(e.target.value)}
            autoFocus
            error={fault !== null}
            helperText={fault ?? undefined}
          />
          <Button type="submit" disabled={naming.trim() === ''}>
            Keep
          </Button>
          <Button variant="text" onClick={() => setNaming(null)}>
            Leave it
          </Button>
        </form>
      )}
      <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
        {containers.map((c) => (
          <MenuItem
            key={c.id}
            onClick={() => {
              dispatch({ type: 'tare-known', name: c.name, grams: c.grams });
              setMenu(null);
            }}
          >
            {c.name}, {reading ? showMass(c.grams, reading) : `${c.grams} g`}
          </MenuItem>
        ))}
      </Menu>
    </div>
  );
};
