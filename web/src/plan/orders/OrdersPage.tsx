import type { DayDocument } from '@maul/contract/diary';
import type { OrderRow } from '@maul/contract/plan';
import { useQuery } from '@tanstack/react-query';
import { Fault } from '../../ui/Fault.tsx';
import { WordsOn } from '../../ui/WordsOn.tsx';
import { Acknowledge } from './Acknowledge.tsx';
import { MovementForm } from './MovementForm.tsx';
import { movementText, orderText } from './orderText.ts';
import { longDate } from '../../ui/formats/show.ts';
import { call } from '../../data/api.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { OrderPanel } from './OrderPanel.tsx';
import '../../ui/styles/review.css';

const standing = (order: OrderRow): string => {
  if (order.heldUntil === null) return 'not in force: it waits for your confirmation';
  return order.acknowledgedAt === null ? 'waits for your acknowledgement on Today' : 'acknowledged';
};

const OrderLine = ({ order, day }: { order: OrderRow; day: DayDocument }) => {
  return (
    <li>
      <h2>{orderText(order, day.season)}</h2>
      <p>{order.reason}</p>
      <p className="quiet">
        {order.signedByName}, {longDate(order.signedAt.slice(0, 10) as typeof order.from)} · {standing(order)}
      </p>
      <WordsOn
        athleteId={day.athlete.id}
        thing={{ day: order.from, orderId: order.id }}
        label="About this order"
      />
      {order.heldUntil === null && (
        <Acknowledge
          order={order}
          athleteId={day.athlete.id}
          route="acknowledge"
          held
          words="Confirm its cautions"
        />
      )}
    </li>
  );
};

/** Every order ever signed for the athlete: what, from when, by whom, why. Without a coach one signs one's own. */
export const OrdersPage = () => {
  const { person } = useSession();
  const { data, error, refetch } = useQuery({
    queryKey: ['orders', person.id],
    queryFn: () => call('orders', { params: { athleteId: person.id } }),
  });
  const movement = useQuery({
    queryKey: ['movement', person.id],
    queryFn: () => call('movementOrders', { params: { athleteId: person.id } }),
  });
  const { day } = useOwnDay();
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data || !day) return <p className="waiting">Reading the orders …</p>;
  return (
    <div className="sheet-page orders">
      <h1 className="page-title">Orders</h1>
      <p className="second">
        What was changed, from when, by whom and why. A signed order is never altered; a new one follows it.
      </p>
      {!day.athlete.hasCoach && (
        <>
          <OrderPanel day={day} title="Sign a change of your own" />
          <MovementForm day={day} />
        </>
      )}
      {data.orders.length === 0 && <p className="day-empty">No order has been signed yet.</p>}
      <ol className="order-list">
        {data.orders.map((order) => (
          <OrderLine key={order.id} order={order} day={day} />
        ))}
      </ol>
      {(movement.data?.orders.length ?? 0) > 0 && (
        <section aria-label="Orders of movement">
          <h2 className="panel-title">Cardio and steps</h2>
          <ol className="order-list">
            {movement.data?.orders.map((order) => (
              <li key={order.id}>
                <h2>{movementText(order)}</h2>
                <p>{order.reason}</p>
                <p className="quiet">
                  {order.signedByName}, {longDate(order.signedAt.slice(0, 10) as typeof order.from)} ·{' '}
                  {order.acknowledgedAt === null ? 'waits for your acknowledgement on Today' : 'acknowledged'}
                </p>
              </li>
            ))}
          </ol>
        </section>
      )}
    </div>
  );
};
