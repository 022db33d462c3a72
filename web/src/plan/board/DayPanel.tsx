import { WhyDialog } from '../lazy.ts';
import type { SeasonDocument } from '@maul/contract/plan';
import { dayTargets, mealWindows, typeDay } from '@maul/core/plan';
import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { type IsoDate, whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { NUTRIENT_NAMES, shortDate, windowText } from '../../ui/formats/show.ts';
import { energyFigure, useUnits } from '../../ui/formats/units.ts';
import { useSession } from '../../data/session.ts';
import { useEditor } from '../editor.ts';

/** What one day of the season would want: its windows, its meals, and why. */
export const DayPanel = ({ document, date }: { document: SeasonDocument; date: IsoDate }) => {
  const units = useUnits();
  const season = useEditor((s) => s.season);
  const { person } = useSession();
  const hideEnergy = document.athlete.profile.hide.energy && person.id === document.athlete.id;
  const [why, setWhy] = useState<TargetKey | null>(null);
  const targets = dayTargets(season, document.bases, document.orders, date);
  const meals = targets
    ? mealWindows(targets, document.athlete.profile.routine, document.athlete.dayTurnsAt)
    : [];
  const show =
    (key: TargetKey) =>
    (value: number): string =>
      key === 'ENERC' ? energyFigure(value, units) : whole(value);
  return (
    <section className="rows day-panel" aria-label={`Targets of ${shortDate(date)}`}>
      <h2 className="panel-title">
        {shortDate(date)}
        {targets ? `, ${typeDay(targets.dayType)}` : ''}
      </h2>
      {!targets && <p className="second">No phase on this day, so no targets.</p>}
      {targets?.problems.map((problem) => (
        <p key={problem} role="alert" className="is-over">
          {problem}
        </p>
      ))}
      {targets?.phase.macros.kind === 'plate' && <p>Each plate: {targets.phase.macros.groups.join(', ')}.</p>}
      {targets &&
        TARGET_KEYS.filter((key) => !(hideEnergy && key === 'ENERC')).map((key) => {
          const window = targets.windows[key];
          const { name } = NUTRIENT_NAMES[key];
          if (!window)
            return (
              <p key={key} className="day-panel-line second">
                {name} <span>{targets.problems.length > 0 && key !== 'FIBTG' ? 'no target' : 'free'}</span>
              </p>
            );
          return (
            <div key={key}>
              <p className="day-panel-line">
                <span>
                  {name}, {key === 'ENERC' ? units.energy : 'g'}
                </span>
                <button
                  type="button"
                  className="why-link n"
                  aria-label={`Why ${name.toLowerCase()} ${windowText(window, show(key))}`}
                  onClick={() => setWhy(key)}
                >
                  {windowText(window, show(key))}
                </button>
              </p>
              <Gauge
                label={name}
                unit={key === 'ENERC' ? units.energy : 'g'}
                value={0}
                planned={window.aim}
                window={window}
                show={show(key)}
                size="row"
              />
            </div>
          );
        })}
      {targets && (
        <Button size="small" onClick={() => setWhy('PROCNT')}>
          Why these numbers
        </Button>
      )}
      {meals.length > 0 && (
        <table className="meal-table">
          <caption className="hidden">Target windows of the meals</caption>
          <thead>
            <tr>
              <th scope="col">Meal</th>
              <th scope="col">P</th>
              <th scope="col">C</th>
              <th scope="col">F</th>
            </tr>
          </thead>
          <tbody>
            {meals.map(({ slot, time, windows }) => (
              <tr key={slot.id}>
                <th scope="row">{time}</th>
                {(['PROCNT', 'CARB', 'FAT'] as const).map((key) => {
                  const window = windows[key];
                  return <td key={key}>{window ? windowText(window) : '–'}</td>;
                })}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {why !== null && (
        <WhyDialog
          season={season}
          bases={document.bases}
          orders={document.orders}
          date={date}
          first={why}
          onClose={() => setWhy(null)}
        />
      )}
    </section>
  );
};
