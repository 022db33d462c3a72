import type { DayDocument, MealRow, PortionRow } from '@maul/contract';
import type { DaySheet, DayTargets, TargetKey } from '@maul/core';
import Button from '@mui/material/Button';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { METHOD_NAMES, MethodMark } from '../rule/index.ts';
import { oneDecimal } from '../shell/show.ts';
import { energyFigure, UnitsContext, useUnits } from '../shell/units.ts';
import { addMeal } from '../sync/index.ts';
import { Band } from './Band.tsx';
import { DayHead } from './DayHead.tsx';
import { Notes } from './Notes.tsx';
import { Rail } from './Rail.tsx';
import './today.css';

// Dialogs come when they are opened: the first page stays light.
const MealDialog = lazy(() => import('./MealDialog.tsx'));
const PortionDialog = lazy(() => import('./PortionDialog.tsx'));
const AddFoodDialog = lazy(() => import('../foods/AddFoodDialog.tsx'));
const WhyDialog = lazy(() => import('../shell/WhyDialog.tsx'));
const NutrientsDialog = lazy(() => import('./NutrientsDialog.tsx'));
const DayCautions = lazy(() => import('./DayCautions.tsx'));

export interface DayViewProps {
  day: DayDocument;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  /** The address of another day. */
  to: (date: string) => string;
  /** True for the athlete; a coach reads and writes notes. */
  editable: boolean;
  openId?: string;
  /** Above the rules: what waits for an answer. */
  above?: ReactNode;
  /** Beside the rail: the bench, or the coach's orders. */
  dock?: ReactNode;
}

const Landing = ({ sheet }: { sheet: DaySheet }) => {
  const units = useUnits();
  const { ENERC, PROCNT, CARB, FAT } = sheet.nutrients;
  return (
    <div className="landing">
      <b>The day lands on</b>
      {[ENERC, PROCNT, CARB, FAT].map((line, i) => (
        <span key={i} className={`col n ${line.landsState ? `is-${line.landsState}` : ''}`}>
          {i === 0 ? energyFigure(line.lands, units) : oneDecimal(line.lands)}
        </span>
      ))}
    </div>
  );
};

/** A phase that goes by the plate, or by nothing: what it says instead of numbers. */
const WithoutNumbers = ({ targets }: { targets: DayTargets }) => {
  const { macros } = targets.phase;
  if (macros.kind === 'none')
    return <p className="day-words second">This phase sets no target. What you log is kept all the same.</p>;
  if (macros.kind !== 'plate') return null;
  return (
    <p className="day-words">
      <b>Each plate:</b> {macros.groups.join(', ')}.
    </p>
  );
};

const Legend = ({ hideEnergy }: { hideEnergy: boolean }) => (
  <div className="legend">
    {(['scale', 'label', 'pieces', 'spoon', 'eye'] as const).map((method) => (
      <span key={method} className="second">
        <MethodMark method={method} /> {METHOD_NAMES[method]}
      </span>
    ))}
    <span className="legend-columns">
      <EnergyHead hidden={hideEnergy} />
      {['P', 'C', 'F'].map((letter) => (
        <span key={letter} className="col">
          <span className="tile">{letter}</span>
        </span>
      ))}
    </span>
  </div>
);

const EnergyHead = ({ hidden }: { hidden: boolean }) => {
  const units = useUnits();
  return <span className="col second">{hidden ? '' : units.energy}</span>;
};

type Open =
  | { kind: 'meal'; meal: MealRow | null }
  | { kind: 'portion'; portion: PortionRow }
  | { kind: 'add'; meal: MealRow }
  | { kind: 'why'; key: TargetKey }
  | { kind: 'nutrients' }
  | null;

/** One day on one page, the same for athlete and coach. */
export const DayView = ({ day, sheet, targets, to, editable, openId, above, dock }: DayViewProps) => {
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const edit = editable
    ? {
        meal: (meal: MealRow) => setOpen({ kind: 'meal', meal }),
        portion: (portion: PortionRow) => setOpen({ kind: 'portion', portion }),
        add: (meal: MealRow) => setOpen({ kind: 'add', meal }),
      }
    : undefined;
  const { units, hide: asked } = day.athlete.profile;
  // Hidden from the athlete's own eyes; the coach still reads it.
  const hideEnergy = editable && asked.energy;
  return (
    <UnitsContext value={units}>
      <div className={hideEnergy ? 'day day-hides-energy' : 'day'}>
        <div className="day-top">
          <div className="day-topline">
            <DayHead day={day} targets={targets} to={to} />
            {above}
          </div>
          {targets?.problems.map((problem) => (
            <p key={problem} className="day-problem" role="alert">
              {problem}
            </p>
          ))}
          <Suspense fallback={null}>
            <DayCautions day={day} targets={targets} />
          </Suspense>
          {targets && <WithoutNumbers targets={targets} />}
          <Band sheet={sheet} hideEnergy={hideEnergy} onWhy={(key) => setOpen({ kind: 'why', key })} />
        </div>
        <div className={dock ? 'day-body day-docked' : 'day-body'}>
          <section className="day-rail" aria-label="Meals">
            <Legend hideEnergy={hideEnergy} />
            <Notes
              day={day}
              mealId={null}
              notes={day.notes.filter((n) => n.mealId === null)}
              label="Write beside the day"
            />
            {sheet.meals.length === 0 && !targets?.phase.patternId ? (
              <p className="day-empty">
                {editable
                  ? 'Nothing is planned for this day yet. Add a meal, then a food.'
                  : 'Nothing is logged on this day.'}
              </p>
            ) : (
              <Rail
                day={day}
                sheet={sheet}
                targets={targets}
                openId={openId}
                edit={edit}
                onPlan={editable ? (time) => addMeal(day, time) : undefined}
              />
            )}
            {editable && (
              <div className="day-add">
                <Button onClick={() => setOpen({ kind: 'meal', meal: null })}>Add a meal</Button>
              </div>
            )}
            <Landing sheet={sheet} />
            {sheet.meals.length > 0 && (
              <div className="day-add">
                <Button size="small" variant="text" onClick={() => setOpen({ kind: 'nutrients' })}>
                  All nutrients
                </Button>
              </div>
            )}
          </section>
          {dock && <aside className="day-dock">{dock}</aside>}
        </div>
        <Suspense fallback={null}>
          {open?.kind === 'meal' && (
            <MealDialog
              day={day}
              meal={open.meal}
              onClose={close}
              onAdded={(meal) => setOpen({ kind: 'add', meal })}
            />
          )}
          {open?.kind === 'portion' && <PortionDialog day={day} portion={open.portion} onClose={close} />}
          {open?.kind === 'add' && <AddFoodDialog day={day} meal={open.meal} onClose={close} />}
          {open?.kind === 'nutrients' && <NutrientsDialog day={day} sheet={sheet} onClose={close} />}
          {open?.kind === 'why' && (
            <WhyDialog
              season={day.season}
              bases={day.bases}
              orders={day.orders}
              date={day.date}
              first={open.key}
              onClose={close}
            />
          )}
        </Suspense>
      </div>
    </UnitsContext>
  );
};
