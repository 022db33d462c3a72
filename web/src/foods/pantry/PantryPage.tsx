import { carbBasisOf } from '../../data/day.ts';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { deviceToday } from '../../data/device.ts';
import { METRIC, UnitsContext } from '../../ui/formats/units.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { ContainersPanel, YieldsPanel } from './KitchenPanels.tsx';
import { FoodsPanel } from './FoodsPanel.tsx';
import { ImportPanel } from './ImportPanel.tsx';
import './pantry.css';

const PARTS = [
  ['foods', 'Foods'],
  ['containers', 'Containers'],
  ['yields', 'Yields'],
  ['import', 'Import'],
] as const;

/** What the kitchen knows: foods, containers, yields, and tables of foods from elsewhere. */
export const PantryPage = () => {
  const { person } = useSession();
  const [search, setSearch] = useSearchParams();
  const part = PARTS.find(([key]) => key === search.get('part'))?.[0] ?? 'foods';
  const { day } = useOwnDay();
  useEffect(() => {
    document.title = 'Maul, pantry';
  }, []);
  const carbBasis = day ? carbBasisOf(day) : 'total';
  return (
    <UnitsContext value={day?.athlete.profile.units ?? METRIC}>
      <div className="pantry">
        <h1>Pantry</h1>
        <Tabs
          value={part}
          onChange={(_, next: string) => setSearch({ part: next }, { replace: true })}
          variant="scrollable"
          scrollButtons="auto"
          aria-label="Pantry"
        >
          {PARTS.map(([key, name]) => (
            <Tab key={key} value={key} label={name} id={`tab-${key}`} aria-controls={`panel-${key}`} />
          ))}
        </Tabs>
        <div role="tabpanel" id={`panel-${part}`} aria-labelledby={`tab-${part}`} className="pantry-panel">
          {part === 'foods' && <FoodsPanel athleteId={person.id} carbBasis={carbBasis} />}
          {part === 'containers' && <ContainersPanel athleteId={person.id} />}
          {part === 'yields' && <YieldsPanel athleteId={person.id} today={day?.today ?? deviceToday()} />}
          {part === 'import' && <ImportPanel athleteId={person.id} />}
        </div>
      </div>
    </UnitsContext>
  );
};
