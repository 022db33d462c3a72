import { minutesIntoDay, whole } from '@maul/core/units';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { toBeWeighed, type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import { useEffect, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { NUTRIENT_NAMES, windowText } from '../../ui/formats/show.ts';
import { UnitsContext } from '../../ui/formats/units.ts';
import { sheetOf } from '../../data/day.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';
import { useOwnDay, useSession, useTargets } from '../../data/session.ts';
import { BenchPanel } from './BenchPanel.tsx';
import { Source } from '../sources/Source.tsx';
import { useScaleSource } from '../sources/sources.ts';
import { useBench } from '../store.ts';
import { useBenchMeal } from '../useBenchMeal.ts';

const DayRules = ({ sheet, hideEnergy }: { sheet: DaySheet; hideEnergy: boolean }) => (
  <div className="bench-day" aria-label="The day’s rules">
    {TARGET_KEYS.filter((key) => !(hideEnergy && key === 'ENERC')).map((key) => {
      const line = sheet.nutrients[key];
      const { name, unit } = NUTRIENT_NAMES[key];
      return (
        <div key={key} className="bench-day-rule">
          <span>
            {name} <b className="n">{whole(line.eaten)}</b>{' '}
            <span className="is-planned">+{whole(line.planned)}</span>
            {line.window && <span className="quiet"> {windowText(line.window)}</span>}
          </span>
          <Gauge
            label={name}
            unit={unit}
            value={line.eaten}
            planned={line.planned}
            spread={line.spread}
            window={line.window}
            size="row"
          />
        </div>
      );
    })}
  </div>
);

/** The bench on its own: read from two metres, worked with wet hands. */
export const BenchPage = () => {
  const { person } = useSession();
  const { mealId: wanted } = useParams();
  const { day, error, refetch } = useOwnDay();
  const targets = useTargets(day);
  const mealId = useMemo(() => {
    if (!day || wanted !== undefined) return wanted;
    const meals = [...day.meals].sort((a, b) => minutesIntoDay(a.time) - minutesIntoDay(b.time));
    const open = meals.find((m) => day.portions.some((p) => p.mealId === m.id && toBeWeighed(p)));
    return (open ?? meals.at(-1))?.id;
  }, [day, wanted]);
  useScaleSource();
  const kitchen = useKitchen(person.id);
  const { portions, current, live } = useBenchMeal(day, mealId);
  const empty = day !== undefined && mealId !== undefined && portions.length === 0;
  useEffect(() => {
    // Nothing is planned: weigh now and name it afterwards.
    if (empty) useBench.getState().use('free');
  }, [empty]);
  const sheet = useMemo(() => day && sheetOf(day, targets, live), [day, targets, live]);
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day || !sheet) return <p className="waiting">Opening the bench …</p>;
  if (mealId === undefined)
    return (
      <div className="fault rows">
        <p>There is no meal to weigh for yet. Add a meal first; what you weigh goes into it.</p>
        <Button component={Link} to="/today" variant="contained">
          Plan a meal
        </Button>
      </div>
    );
  return (
    <UnitsContext value={day.athlete.profile.units}>
      <div className="bench-page">
        <h1 className="hidden">Bench</h1>
        <BenchPanel
          day={day}
          kitchen={kitchen.data}
          sheet={sheet}
          mealId={mealId}
          portions={portions}
          current={current}
          live={live}
          size="hero"
        />
        <aside className="bench-side">
          <div className="bench-back">
            <Button component={Link} to="/today">
              Back to Today
            </Button>
          </div>
          <h2 className="panel-title">The day follows the scale</h2>
          <DayRules sheet={sheet} hideEnergy={day.athlete.profile.hide.energy} />
          <p className="quiet">
            Keys on the bench: <kbd>T</kbd> tare, <kbd>C</kbd> capture, <kbd>Shift C</kbd> capture while it
            moves, <kbd>U</kbd> undo. Everything else with Tab and Enter.
          </p>
          <Source />
        </aside>
      </div>
    </UnitsContext>
  );
};
