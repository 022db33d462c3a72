import type { DayDocument, StandingRow } from '@maul/contract/diary';
import type { Menu, MenuChoice } from '@maul/core/kitchen';
import { TARGET_WORDS } from '@maul/core/nutrition';
import { addDays, datesFrom, whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQueries, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { call, sentenceOf } from '../../data/api.ts';
import { dayQuery } from '../../data/session.ts';
import { sayOnce } from '../../data/undo/undo.ts';
import { Fault } from '../../ui/Fault.tsx';
import { gramsText, plural, shortDate } from '../../ui/formats/show.ts';
import { menuWhyNot, weekMenu } from '../../workers/solver.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { planFoods } from '../planned.ts';
import { useKitchenPlan, type KitchenPlanView } from '../usePlan.ts';
import { MENU_DAYS, menuView, type MenuSlot, type MenuView } from './problem.ts';

/** How sure it is that there is no better week. */
const betterText = ({ proven, gap, sessions, repeats, misses }: Menu): string => {
  if (proven) return '; nothing better exists';
  if (sessions.length === 0 && misses.length === 0 && repeats > 0 && gap > 0) {
    const fewer = Math.min(repeats, Math.ceil(gap * repeats - 1e-6));
    return `; a week with ${fewer === 1 ? 'one repeat' : `up to ${fewer} repeats`} fewer may exist`;
  }
  const percent = Math.min(100, Math.ceil(gap * 100 - 1e-6));
  return percent > 0
    ? `; a better one may exist (up to ${percent} %)`
    : '; on finer steps of grams a nearer one may exist';
};

const keyUnit = (key: string): string => (key === 'ENERC' ? 'kcal' : 'g');

/** Why another dish does not stand at a meal. */
const WhyNot = ({
  view,
  menu,
  slot,
  chosen,
}: {
  view: MenuView;
  menu: Menu;
  slot: MenuSlot;
  chosen: string;
}) => {
  const [asked, setAsked] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const ask = async (dishId: string): Promise<void> => {
    setAsked(dishId);
    setSaid('Looking …');
    const answer = await menuWhyNot(view.problem, menu, slot.id, dishId);
    setSaid(answer.ok ? answer.value : answer.fault);
  };
  return (
    <div className="menu-why">
      <TextField select label="Why not …" value={asked} onChange={(e) => void ask(e.target.value)}>
        {view.problem.dishes
          .filter((d) => d.id !== chosen)
          .map((d) => (
            <MenuItem key={d.id} value={d.id}>
              {d.name}
            </MenuItem>
          ))}
      </TextField>
      {said !== null && <p role="status">{said}</p>}
    </div>
  );
};

const Cell = ({
  view,
  menu,
  slot,
  choice,
  locked,
  onLock,
}: {
  view: MenuView;
  menu: Menu;
  slot: MenuSlot;
  choice: MenuChoice;
  locked: boolean;
  onLock: () => void;
}) => {
  const [open, setOpen] = useState(false);
  const dish = view.problem.dishes.find((d) => d.id === choice.dishId);
  return (
    <li className={`menu-cell${locked ? ' menu-locked' : ''}`}>
      <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="second n">{slot.time}</span> <b>{dish?.name}</b>{' '}
        <span className="n">{gramsText(choice.grams)} g</span>
      </button>
      {open && (
        <>
          <Button size="small" aria-pressed={locked} onClick={onLock}>
            {locked ? 'Let it change' : 'Keep this one'}
          </Button>
          <WhyNot view={view} menu={menu} slot={slot} chosen={choice.dishId} />
        </>
      )}
    </li>
  );
};

const Answer = ({
  view,
  menu,
  locked,
  onLock,
}: {
  view: MenuView;
  menu: Menu;
  locked: ReadonlyMap<string, MenuChoice>;
  onLock: (choice: MenuChoice) => void;
}) => (
  <ol className="menu-days" aria-label="The week">
    {view.dates.map((date, day) => {
      // Less than half a gram is the rounding of a scale.
      const misses = menu.misses.filter((m) => m.day === day && Math.round(Math.abs(m.by)) >= 1);
      const windows = view.problem.windows.some((w) => w.day === day);
      return (
        <li key={date} className="menu-day">
          <h3>{shortDate(date)}</h3>
          <p className={misses.length > 0 ? 'is-over' : windows ? 'is-inside' : 'second'}>
            {misses.length > 0
              ? misses
                  .map(
                    (m) =>
                      `${TARGET_WORDS[m.key]} ${whole(Math.abs(m.by))} ${keyUnit(m.key)} ${m.by < 0 ? 'short' : 'over'}`,
                  )
                  .join(', ')
              : windows
                ? 'lands in its windows'
                : 'no targets on this day'}
          </p>
          <ul>
            {view.slots
              .filter((s) => s.date === date)
              .map((slot) => {
                const choice = menu.choices.find((c) => c.mealId === slot.id);
                return (
                  choice && (
                    <Cell
                      key={slot.id}
                      view={view}
                      menu={menu}
                      slot={slot}
                      choice={choice}
                      locked={locked.has(slot.id)}
                      onLock={() => onLock(choice)}
                    />
                  )
                );
              })}
          </ul>
        </li>
      );
    })}
  </ol>
);

const Week = ({
  plan,
  days,
  saved,
}: {
  plan: KitchenPlanView;
  days: DayDocument[];
  saved: StandingRow[];
}) => {
  const view = useMemo(() => menuView(plan, days, saved), [plan, days, saved]);
  const [menu, setMenu] = useState<{ found: Menu; view: MenuView } | null>(null);
  const [locked, setLocked] = useState<ReadonlyMap<string, MenuChoice>>(new Map());
  const [state, setState] = useState<'still' | 'looking' | 'better' | 'pouring'>('still');
  const [fault, setFault] = useState<string | null>(null);
  const shown = menu?.found;
  const look = async (another: boolean): Promise<void> => {
    setState('looking');
    setFault(null);
    const problem = {
      ...view.problem,
      meals: view.problem.meals.map((m) => {
        const kept = locked.get(m.id);
        return kept ? { ...m, locked: { dishId: kept.dishId, grams: kept.grams } } : m;
      }),
    };
    const asked = { ...view, problem };
    const answer = await weekMenu(problem, another ? shown?.choices : undefined, (first) => {
      setMenu({ found: first, view: asked });
      setState('better');
    });
    setState('still');
    if (answer.ok) setMenu({ found: answer.value, view: asked });
    else setFault(answer.fault);
  };
  const pour = async (): Promise<void> => {
    if (!menu) return;
    setState('pouring');
    try {
      await planFoods(
        plan.person.id,
        menu.found.choices.flatMap((c) => {
          const slot = view.slots.find((s) => s.id === c.mealId);
          const how = view.pour.get(c.dishId);
          return slot && how
            ? [{ date: slot.date, time: slot.time, mealId: slot.mealId, foods: how(c.grams) }]
            : [];
        }),
        'Menu of the week',
      );
      sayOnce(`The menu is planned into ${plural(view.dates.length, 'day')}. Each day can take it back.`);
      setMenu(null);
      setLocked(new Map());
      void plan.refetch();
    } catch (error) {
      setFault(sentenceOf(error));
    }
    setState('still');
  };
  const toggle = (choice: MenuChoice): void => {
    const next = new Map(locked);
    if (!next.delete(choice.mealId)) next.set(choice.mealId, choice);
    setLocked(next);
  };
  const { dishes, meals } = view.problem;
  if (dishes.length === 0)
    return (
      <p className="second">
        There is nothing to choose from yet. Write a <Link to="/kitchen/recipes">recipe</Link>, save a meal,
        or fill boxes.
      </p>
    );
  if (meals.length === 0)
    return (
      <p className="second">
        Every meal of the coming week is planned already. What is planned stays as it is.
      </p>
    );
  const name = (id: string): string => dishes.find((d) => d.id === id)?.name ?? '';
  return (
    <section className="rows" aria-label="Menu of the week" aria-busy={state !== 'still'}>
      <p className="second">
        {plural(meals.length, 'open meal')} from {shortDate(view.dates[0] ?? plan.today)},{' '}
        {plural(dishes.length, 'dish', 'dishes')} to choose from. What is planned already stays and counts.
      </p>
      {view.refused.length > 0 && (
        <p className="second">Left out: {view.refused.map((r) => `${r.name} (${r.why})`).join(', ')}.</p>
      )}
      <div className="kit-buttons">
        <Button
          variant={shown ? 'outlined' : 'contained'}
          disabled={state !== 'still'}
          onClick={() => void look(false)}
        >
          {state === 'looking' ? 'Looking …' : shown ? 'Look again' : 'Find a week'}
        </Button>
        {shown && (
          <>
            <Button disabled={state !== 'still'} onClick={() => void look(true)}>
              Another answer
            </Button>
            <Button variant="contained" disabled={state !== 'still'} onClick={() => void pour()}>
              Plan it into the days
            </Button>
          </>
        )}
      </div>
      <p role="status" className="second">
        {state === 'better' && 'A first answer. Looking for one with less cooking …'}
        {state === 'pouring' && 'Planning it …'}
        {state === 'still' &&
          shown &&
          `${plural(shown.sessions.length, 'cooking session')}${shown.repeats > 0 ? `, ${plural(shown.repeats, 'repeat')} more than you wish` : ''}${betterText(shown)}.`}
      </p>
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault}
        </p>
      )}
      {shown && (
        <>
          {shown.sessions.length > 0 && (
            <ul className="kit-read" aria-label="Cooking">
              {shown.sessions.map((s) => (
                <li key={s.evening}>
                  <b>{shortDate(addDays(view.dates[0] ?? plan.today, s.evening))}, evening:</b>{' '}
                  {s.dishes.map((d) => `${whole(d.grams)} g ${name(d.dishId)}`).join(', ')}
                </li>
              ))}
            </ul>
          )}
          <Answer view={menu.view} menu={shown} locked={locked} onLock={toggle} />
        </>
      )}
    </section>
  );
};

const Loaded = ({ plan }: { plan: KitchenPlanView }) => {
  const { person, today } = plan;
  const dates = datesFrom(addDays(today, 1), MENU_DAYS);
  const answers = useQueries({ queries: dates.map((date) => dayQuery(person.id, date)) });
  const standing = useQuery({
    queryKey: ['standing', person.id],
    queryFn: ({ signal }) => call('standing', { params: { athleteId: person.id }, signal }),
  });
  const days = answers.flatMap((a) => (a.data ? [a.data] : []));
  const error = answers.find((a) => a.error)?.error ?? standing.error;
  if (error) return <Fault error={error} again={() => void plan.refetch()} />;
  if (days.length < MENU_DAYS || !standing.data)
    return <p className="waiting">Looking at the coming week …</p>;
  return <Week plan={plan} days={days} saved={standing.data.standing} />;
};

/** Seven days poured from recipes and stock against each day’s windows. */
export const MenuPage = () => {
  const plan = useKitchenPlan(MENU_DAYS + 1);
  return (
    <KitchenFrame part="menu">
      {plan.ready ? (
        <Loaded plan={plan} />
      ) : plan.error ? (
        <Fault error={plan.error} again={() => void plan.refetch()} />
      ) : (
        <p className="waiting">Looking at the coming week …</p>
      )}
    </KitchenFrame>
  );
};
