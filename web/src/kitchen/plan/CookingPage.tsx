import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { shortSentences, type Schedule, type ScheduleProblem } from '@maul/core/kitchen';
import { addDays, datesFrom, type IsoDate, whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { saveThing } from '../../data/kitchen/kitchenWork.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { Fault } from '../../ui/Fault.tsx';
import { shortDate } from '../../ui/formats/show.ts';
import { cookingSchedule } from '../../workers/solver.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { useKitchenPlan, type KitchenPlanView } from '../usePlan.ts';
import { batchOfDish } from './batchOfDish.ts';
import { HORIZON, scheduleProblem } from './problem.ts';

type Outcome = { problem: ScheduleProblem; schedule: Schedule } | { problem: ScheduleProblem; fault: string };

/** The schedule of a problem, found in the worker; the one before stays until the next is there. */
const useSchedule = (problem: ScheduleProblem | undefined): { found: Outcome | null; looking: boolean } => {
  const [found, setFound] = useState<Outcome | null>(null);
  const key = problem && JSON.stringify(problem);
  useEffect(() => {
    if (!problem) return undefined;
    let gone = false;
    const first = (schedule: Schedule): void => {
      if (!gone) setFound({ problem, schedule });
    };
    void cookingSchedule(problem, first).then((answer) => {
      if (gone) return;
      setFound(answer.ok ? { problem, schedule: answer.value } : { problem, fault: answer.fault });
    });
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the problem is the same while its content is
  }, [key]);
  return {
    found,
    looking: problem !== undefined && found?.problem !== problem && JSON.stringify(found?.problem) !== key,
  };
};

type Session = Schedule['sessions'][number];

/** Boxes of one dish are said together: the grams of each dish, in the order in which they come. */
const byDish = (parts: readonly { dishId: string; grams: number }[]): [dishId: string, grams: number][] => {
  const sums = new Map<string, number>();
  for (const { dishId, grams } of parts) sums.set(dishId, (sums.get(dishId) ?? 0) + grams);
  return [...sums];
};

const SessionCard = ({ session, view, date }: { session: Session; view: KitchenPlanView; date: IsoDate }) => {
  const navigate = useNavigate();
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({
    id: `session ${session.day}`,
  });
  const cook = (dishId: string, grams: number): void => {
    const dish = view.dishes.find((d) => d.id === dishId);
    if (!dish) return;
    const id = saveThing(view.person.id, null, batchOfDish(dish, grams, view.planned, date));
    void navigate(`/kitchen/batch/${id}`);
  };
  return (
    <div
      ref={setNodeRef}
      className={`cook-session${isDragging ? ' cook-dragged' : ''}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      <button
        type="button"
        className="cook-handle"
        {...listeners}
        {...attributes}
        aria-label={`Move the session of ${shortDate(date)}`}
      >
        Cook, {session.minutes} min
      </button>
      <ul>
        {session.dishes.map((d) => {
          const dish = view.dishes.find((one) => one.id === d.dishId);
          const frozen = d.eaten.filter((e) => e.frozen).reduce((sum, e) => sum + e.grams, 0);
          return (
            <li key={d.dishId}>
              <b className="n">{whole(d.grams)} g</b> {dish?.name}
              {dish?.recipe?.thing.onlyWhole && ` (${Math.round(d.grams / dish.cooked)} whole)`}
              <span className="second">
                {' '}
                for {d.eaten.map((e) => shortDate(addDays(view.today, e.day)).split(' ')[0]).join(', ')}
                {frozen > 0 ? `; freeze ${whole(frozen)} g` : ''}
                {d.waste > 1 ? `; ${whole(d.waste)} g too much` : ''}
              </span>{' '}
              <Button size="small" onClick={() => cook(d.dishId, d.grams)}>
                Start
              </Button>
            </li>
          );
        })}
      </ul>
    </div>
  );
};

const Evening = ({
  day,
  date,
  found,
  view,
  problem,
  onMove,
}: {
  day: number;
  date: IsoDate;
  found: Schedule;
  view: KitchenPlanView;
  problem: ScheduleProblem;
  onMove: (from: number, to: number | null) => void;
}) => {
  const { setNodeRef, isOver } = useDroppable({ id: `day ${day}` });
  const session = found.sessions.find((s) => s.day === day);
  const thaw = found.thaw.filter((t) => t.on === day);
  const from = found.fromStock.filter((f) => f.day === day);
  const name = (id: string): string => view.dishes.find((d) => d.id === id)?.name ?? '';
  const minutes = problem.evenings[day] ?? 0;
  const byHand = problem.cookOn?.includes(day);
  const never = problem.notOn?.includes(day);
  return (
    <li ref={setNodeRef} className={`cook-day${isOver ? ' cook-over' : ''}`}>
      <div className="cook-date">
        <b>{shortDate(date)}</b>
        <span className="second">
          {never ? 'not this evening' : minutes === 0 ? 'not free' : `${minutes} min`}
          {byHand ? ', set by hand' : ''}
        </span>
      </div>
      <div className="cook-what">
        {session && <SessionCard session={session} view={view} date={date} />}
        {byDish(thaw).map(([dishId, grams]) => (
          <p key={dishId} className="is-planned">
            Thaw {whole(grams)} g {name(dishId)} tonight.
          </p>
        ))}
        {from.length > 0 && (
          <p className="second">
            From stock:{' '}
            {byDish(from)
              .map(([dishId, grams]) => `${whole(grams)} g ${name(dishId)}`)
              .join(', ')}
            .
          </p>
        )}
        {session && (
          <span className="cook-moves">
            <Button size="small" variant="text" disabled={day === 0} onClick={() => onMove(day, day - 1)}>
              Earlier
            </Button>
            <Button
              size="small"
              variant="text"
              disabled={day >= HORIZON - 1}
              onClick={() => onMove(day, day + 1)}
            >
              Later
            </Button>
            <Button size="small" variant="text" onClick={() => onMove(day, null)}>
              Not this evening
            </Button>
          </span>
        )}
      </div>
    </li>
  );
};

const Plan = ({ view }: { view: KitchenPlanView }) => {
  const problem = useMemo(() => scheduleProblem(view), [view]);
  const { found, looking } = useSchedule(problem.dishes.length > 0 ? problem : undefined);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const dates = datesFrom(view.today, HORIZON);
  const { rules, rule, person } = view;
  const setDays = (cookOn: IsoDate[], notOn: IsoDate[], sentence: string): void => {
    const id = saveThing(person.id, rules ?? null, {
      ...rule,
      cookOn: cookOn.filter((d) => d >= view.today),
      notOn: notOn.filter((d) => d >= view.today),
    });
    offerUndo(sentence, () =>
      saveThing(person.id, { ...(rules ?? { id, version: 0, deleted: false }), thing: rule }, rule, id),
    );
  };
  const move = (from: number, to: number | null): void => {
    const [fromDate, toDate] = [dates[from], to === null ? undefined : dates[to]];
    if (!fromDate || from === to) return;
    setDays(
      [...rule.cookOn.filter((d) => d !== fromDate && d !== toDate), ...(toDate ? [toDate] : [])],
      [...rule.notOn.filter((d) => d !== fromDate && d !== toDate), fromDate],
      toDate
        ? `Cooking moved to ${shortDate(toDate)}; the rest follows.`
        : `No cooking on ${shortDate(fromDate)}.`,
    );
  };
  const dropped = ({ active, over }: DragEndEvent): void => {
    const from = Number(String(active.id).split(' ')[1]);
    const to = over ? Number(String(over.id).split(' ')[1]) : NaN;
    if (Number.isInteger(from) && Number.isInteger(to)) move(from, to);
  };
  if (view.dishes.length === 0)
    return (
      <p className="second">
        Nothing that is cooked is planned for the coming days. Pour a <Link to="/kitchen/menu">menu</Link>, or
        plan servings of a <Link to="/kitchen/recipes">recipe</Link>.
      </p>
    );
  const schedule = found && 'schedule' in found ? found.schedule : null;
  const byHand = (problem.cookOn?.length ?? 0) + (problem.notOn?.length ?? 0) > 0;
  return (
    <section className="rows" aria-label="Cooking plan" aria-busy={looking}>
      <p role="status" className="second">
        {looking
          ? 'Planning the cooking …'
          : schedule
            ? `${schedule.sessions.length} cooking ${schedule.sessions.length === 1 ? 'session' : 'sessions'} in ${HORIZON} days${schedule.proven ? '' : `; a better plan may exist (${Math.ceil(Math.min(1, schedule.gap) * 100)} %)`}.`
            : ''}
      </p>
      {found && 'fault' in found && (
        <p role="alert" className="is-over">
          {found.fault}
        </p>
      )}
      {schedule &&
        shortSentences(schedule, problem, (d) => shortDate(addDays(view.today, d))).map((s) => (
          <p key={s} role="alert" className="is-over">
            {s}
          </p>
        ))}
      {byDish(schedule?.stockWaste ?? []).map(([dishId, grams]) => (
        <p key={dishId} className="is-over">
          {whole(grams)} g {view.dishes.find((d) => d.id === dishId)?.name} in stock end before anybody eats
          them: plan them, freeze them or give them away.
        </p>
      ))}
      {byHand && (
        <div>
          <Button size="small" onClick={() => setDays([], [], 'Maul chooses the evenings again.')}>
            Let Maul choose the evenings
          </Button>
        </div>
      )}
      {schedule && (
        <DndContext sensors={sensors} onDragEnd={dropped}>
          <ol className="cook-days" aria-label="Evenings">
            {dates.map((date, day) => (
              <Evening
                key={date}
                day={day}
                date={date}
                found={schedule}
                view={view}
                problem={problem}
                onMove={move}
              />
            ))}
          </ol>
        </DndContext>
      )}
      <p className="second">
        Cooked in the evening, eaten from the next day on. Evenings, sessions and pots are set under{' '}
        <Link to="/kitchen/people">People and rules</Link> and on each recipe.
      </p>
    </section>
  );
};

/** When to cook what in the coming ten days. */
export const CookingPage = () => {
  const view = useKitchenPlan(HORIZON);
  return (
    <KitchenFrame part="cooking">
      {view.ready ? (
        <Plan view={view} />
      ) : view.error ? (
        <Fault error={view.error} again={() => void view.refetch()} />
      ) : (
        <p className="waiting">Looking at the coming days …</p>
      )}
    </KitchenFrame>
  );
};
