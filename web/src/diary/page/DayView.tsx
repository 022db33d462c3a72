import type { DayDocument, DayEntryRow, MealRow, PortionRow } from '@maul/contract/diary';
import { guessedDay, type DaySheet } from '@maul/core/diary';
import { type DayTargets } from '@maul/core/plan';
import { type TargetKey } from '@maul/core/nutrition';
import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { memo, useCallback, useMemo, useState, type ReactNode } from 'react';
import { METHOD_NAMES, MethodMark } from '../../ui/gauge/Glyph.tsx';
import { oneDecimal } from '../../ui/formats/show.ts';
import { energyFigure, UnitsContext, useUnits } from '../../ui/formats/units.ts';
import { addMeal } from '../../data/edit.ts';
import { Band } from './Band.tsx';
import { Left } from './Left.tsx';
import type { Tool } from './tools.ts';
import { inDayOrder } from '../entries/entryText.ts';
import { DayHead } from './DayHead.tsx';
import { Notes } from './Notes.tsx';
import { Guessed } from '../out/Guesses.tsx';
import { Rail } from '../rail/Rail.tsx';
import type { Open } from './DayDialogs.tsx';
import { PeakStrip } from '../../peak/index.ts';
import './today.css';
import { partOf } from '../../ui/partOf.tsx';

// Dialogs come when they are opened: the first page stays light.
const DayCautions = partOf(() => import('./DayCautions.tsx'));
const Drinks = partOf(() => import('../entries/Drinks.tsx'), <div className="drinks" />);
const QuickLine = partOf(() => import('../quick/QuickLine.tsx'), <div className="quick" />);
const Weighed = partOf(() => import('./Weighed.tsx'), <p className="weighed second">Weighed:</p>);
const PauseStrip = partOf(async () => ({ default: (await import('../entries/PauseDialog.tsx')).PauseStrip }));
const WeekStrip = partOf(() => import('./WeekStrip.tsx'));
const WithoutStrip = partOf(() => import('../entries/WithoutStrip.tsx'));
const CloseDay = partOf(
  async () => ({ default: (await import('../closing/Closing.tsx')).CloseDay }),
  <p className="close-day" />,
);
const AsYesterday = partOf(() => import('../meal/AsYesterday.tsx'));
const DayDialogs = partOf(() => import('./DayDialogs.tsx'));

export interface DayViewProps {
  day: DayDocument;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  /** The address of another day. */
  to: (date: string) => string;
  /** True for the athlete; a coach reads and writes notes. */
  editable: boolean;
  openId?: string;
  /** What the hands need first, where there is no room beside the day. */
  now?: ReactNode;
  /** Above the rules: what waits for an answer. */
  above?: ReactNode;
  /** Beside the rail: the bench, or the coach's orders. */
  dock?: ReactNode;
}

const Landing = memo(({ nutrients }: Pick<DaySheet, 'nutrients'>) => {
  const units = useUnits();
  const { ENERC, PROCNT, CARB, FAT } = nutrients;
  return (
    <div className="landing">
      <b>The day lands on</b>
      {[ENERC, PROCNT, CARB, FAT].map((line, i) => (
        <span key={i} className={`col n ${line.landsState ? `is-${line.landsState}` : ''}`}>
          {line.atLeast ? '≥' : ''}
          {i === 0 ? energyFigure(line.lands, units) : oneDecimal(line.lands)}
        </span>
      ))}
    </div>
  );
});
Landing.displayName = 'Landing';

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

const Legend = memo(({ hideEnergy }: { hideEnergy: boolean }) => (
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
));
Legend.displayName = 'Legend';

const EnergyHead = ({ hidden }: { hidden: boolean }) => {
  const units = useUnits();
  return <span className="col second">{hidden ? '' : units.energy}</span>;
};

/** What can be done next, under the meals. */
const DayAdd = memo(
  ({
    athleteId,
    date,
    editable,
    meals,
    planned,
    onMeal,
    onTool,
  }: {
    athleteId: string;
    date: DayDocument['date'];
    editable: boolean;
    meals: boolean;
    planned: boolean;
    onMeal: () => void;
    onTool: (tool: Tool) => void;
  }) => (
    <div className="day-add">
      {editable && <Button onClick={onMeal}>Add a meal</Button>}
      {editable && planned && <Button onClick={() => onTool('fit')}>Fit</Button>}
      {editable && <AsYesterday athleteId={athleteId} date={date} />}
      {editable && (
        <Button variant="text" onClick={() => onTool('saved')}>
          Saved meals
        </Button>
      )}
      {editable && (
        <Button variant="text" onClick={() => onTool('out')}>
          Eating out
        </Button>
      )}
      {editable && !meals && (
        <Button variant="text" onClick={() => onTool('copy')}>
          Copy a day
        </Button>
      )}
      {meals && (
        <Button variant="text" onClick={() => onTool('nutrients')}>
          All nutrients
        </Button>
      )}
    </div>
  ),
);
DayAdd.displayName = 'DayAdd';

/** One day on one page, the same for athlete and coach. */
export const DayView = ({ day, sheet, targets, to, editable, openId, now, above, dock }: DayViewProps) => {
  const phone = useMediaQuery('(max-width: 720px)');
  const [open, setOpen] = useState<Open>(null);
  const edit = useMemo(
    () =>
      editable
        ? {
            meal: (meal: MealRow) => setOpen({ kind: 'meal', meal }),
            portion: (portion: PortionRow) => setOpen({ kind: 'portion', portion }),
            add: (meal: MealRow) => setOpen({ kind: 'add', meal }),
            thing: (entry: DayEntryRow) => setOpen({ kind: 'thing', entry }),
          }
        : undefined,
    [editable],
  );
  const why = useCallback((key: TargetKey) => setOpen({ kind: 'why', key }), []);
  const tool = useCallback((one: Tool | 'water') => setOpen({ kind: 'tool', tool: one }), []);
  const newFood = useCallback((name: string) => setOpen({ kind: 'new-food', name }), []);
  const newMeal = useCallback(() => setOpen({ kind: 'meal', meal: null }), []);
  const guessed = useMemo(() => guessedDay(sheet), [sheet]);
  const { units, hide: asked } = day.athlete.profile;
  // Hidden from the athlete's own eyes; the coach still reads it.
  const hideEnergy = editable && asked.energy;
  return (
    <UnitsContext value={units}>
      <div className={hideEnergy ? 'day day-hides-energy' : 'day'}>
        <div className="day-scroll">
          <div className="day-top">
            <div className="day-topline">
              <DayHead day={day} targets={targets} to={to} onTool={editable ? tool : undefined} />
              {now && <div className="day-now">{now}</div>}
              {phone && <Left nutrients={sheet.nutrients} hideEnergy={hideEnergy} gauges onWhy={why} />}
              {above}
            </div>
            {targets?.problems.map((problem) => (
              <p key={problem} className="day-problem" role="alert">
                {problem}
              </p>
            ))}
            {day.standing.some((r) => r.thing.kind === 'pause') && (
              <PauseStrip day={day} editable={editable} />
            )}
            {targets?.phase.board && <PeakStrip day={day} own={editable} />}
            {editable && day.athlete.hasCoach && day.date === day.today && <WeekStrip day={day} />}
            {day.standing.some((r) => r.thing.kind === 'elimination') && <WithoutStrip day={day} />}
            <DayCautions day={day} targets={targets} />
            {targets && <WithoutNumbers targets={targets} />}
            {!phone && <Band nutrients={sheet.nutrients} hideEnergy={hideEnergy} onWhy={why} />}
            {guessed && <Guessed guessed={guessed} />}
          </div>
          <div className={dock ? 'day-body day-docked' : 'day-body'}>
            <section className="day-rail" aria-label="Meals">
              <Legend hideEnergy={hideEnergy} />
              <div className="day-beside">
                <Drinks day={day} editable={editable} onTool={tool} />
                <Notes day={day} mealId={null} label="Add a note to the day" />
              </div>
              {sheet.meals.length === 0 &&
              inDayOrder(day.entries, day.athlete.dayTurnsAt).length === 0 &&
              !targets?.phase.patternId ? (
                <p className="day-empty">
                  {editable
                    ? 'Nothing is planned for this day yet. Add a meal, write it in the quick line below, or copy a day.'
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
              <DayAdd
                athleteId={day.athlete.id}
                date={day.date}
                editable={editable}
                meals={sheet.meals.length > 0}
                planned={sheet.meals.some((m) => m.lines.some((l) => l.state === 'planned'))}
                onMeal={newMeal}
                onTool={tool}
              />
              {phone && <Band nutrients={sheet.nutrients} hideEnergy={hideEnergy} onWhy={why} />}
              {editable && sheet.meals.length > 0 && day.date <= day.today && (
                <CloseDay day={day} sheet={sheet} />
              )}
              {sheet.meals.length > 0 && (
                <Weighed
                  athleteId={day.athlete.id}
                  date={day.date}
                  portions={day.portions}
                  entries={day.entries}
                  share={sheet.weighedShare}
                />
              )}
            </section>
            {dock && <aside className="day-dock">{dock}</aside>}
          </div>
        </div>
        <div className={dock ? 'day-foot day-foot-docked' : 'day-foot'}>
          <Landing nutrients={sheet.nutrients} />
          {editable && (
            <QuickLine
              key={day.date}
              day={day}
              sheet={sheet}
              nextId={openId}
              onNewFood={newFood}
              onTool={tool}
            />
          )}
        </div>
        {open && <DayDialogs day={day} sheet={sheet} targets={targets} open={open} onOpen={setOpen} />}
      </div>
    </UnitsContext>
  );
};
