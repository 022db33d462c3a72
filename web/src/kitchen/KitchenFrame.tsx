import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useEffect, type ReactNode } from 'react';
import { Link } from 'react-router';
import { METRIC, UnitsContext } from '../ui/formats/units.ts';
import { useOwnDay } from '../data/session.ts';
import './kitchen.css';

const PARTS = [
  ['', 'Stock'],
  ['recipes', 'Recipes'],
  ['cooking', 'Cooking plan'],
  ['shopping', 'Shopping'],
  ['menu', 'Menu'],
  ['trip', 'Trip'],
  ['people', 'People and rules'],
] as const;
export type KitchenPart = (typeof PARTS)[number][0];

/** The places of the kitchen, one beside the other. */
export const KitchenFrame = ({ part, children }: { part: KitchenPart; children: ReactNode }) => {
  const { day } = useOwnDay();
  const name = PARTS.find(([key]) => key === part)?.[1] ?? '';
  useEffect(() => {
    document.title = `Maul, kitchen: ${name.toLowerCase()}`;
  }, [name]);
  return (
    <UnitsContext value={day?.athlete.profile.units ?? METRIC}>
      <div className="kit">
        <h1>Kitchen</h1>
        <Tabs value={part} variant="scrollable" scrollButtons="auto" aria-label="Kitchen" component="nav">
          {PARTS.map(([key, text]) => (
            <Tab
              key={key}
              value={key}
              label={text}
              component={Link}
              to={key === '' ? '/kitchen' : `/kitchen/${key}`}
              aria-current={key === part ? 'page' : undefined}
            />
          ))}
        </Tabs>
        <div className="kit-panel">{children}</div>
      </div>
    </UnitsContext>
  );
};
