import type { DayDocument } from '@maul/contract/diary';
import type { MovementOrder } from '@maul/contract/body';
import { movementOf } from '@maul/core/body';
import { weekStart } from '@maul/core/units';
import { useWeekLog } from '../../data/log.ts';
import { Acknowledge, movementText } from '../../plan/index.ts';
import { plural } from '../../ui/formats/show.ts';

/** A signed order of cardio or steps that waits for the athlete’s word. */
export const MovementStrip = ({ order, athleteId }: { order: MovementOrder; athleteId: string }) => (
  <section className="order-strip" aria-label="Order of movement">
    <p>
      <b>
        {order.signedByName}, {movementText(order)}:
      </b>{' '}
      {order.reason}
    </p>
    <Acknowledge order={order} athleteId={athleteId} route="acknowledgeMovement" />
  </section>
);

/** What is in force on a day, one of a kind: the one signed last. */
export const movementInForce = (day: Pick<DayDocument, 'movement' | 'date'>): MovementOrder[] => {
  const begun = day.movement.filter((o) => o.from <= day.date && (o.until === null || o.until >= day.date));
  return begun.filter(
    (o) =>
      o.movement.kind !== 'none' &&
      begun.find((other) => movementOf(other.movement) === movementOf(o.movement)) === o,
  );
};

/** Ordered cardio and steps, and how much of them the week holds so far. */
export const MovementLine = ({ day }: { day: DayDocument }) => {
  const orders = movementInForce(day);
  const { data } = useWeekLog(day.athlete.id, day.date);
  if (orders.length === 0) return null;
  const from = weekStart(day.date, day.athlete.profile.weekStartsOn);
  const sessions = (data?.days ?? []).filter(
    (d) =>
      d.date >= from &&
      (d.date === day.date ? day.entries : d.entries).some((e) => e.thing.kind === 'cardio' && e.thing.done),
  ).length;
  const morning = day.entries.findLast((e) => e.thing.kind === 'morning')?.thing;
  const steps = morning?.kind === 'morning' ? morning.steps : null;
  return (
    <p className="movement-line">
      {orders.map(({ id, movement }) => (
        <span key={id}>
          {movement.kind === 'cardio' ? (
            <>
              <b>Ordered:</b> {movement.minutes} min of cardio on {plural(movement.daysPerWeek, 'day')} a
              week; done on {sessions} of them this week.{' '}
            </>
          ) : movement.kind === 'steps' ? (
            <>
              <b>Ordered:</b> {movement.steps.toLocaleString('en-GB')} steps a day
              {steps === null ? '' : `; yesterday ${steps.toLocaleString('en-GB')}`}.{' '}
            </>
          ) : null}
        </span>
      ))}
    </p>
  );
};
