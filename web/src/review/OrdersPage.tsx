import { useQuery } from '@tanstack/react-query';
import { deviceToday } from '../shell/device.ts';
import { Fault } from '../shell/Fault.tsx';
import { orderText } from '../shell/orderText.ts';
import { longDate } from '../shell/show.ts';
import { call, useDay, useSession } from '../sync/index.ts';
import './review.css';

/** Every order ever signed for the athlete: what, from when, by whom, why. */
export const OrdersPage = () => {
  const { person } = useSession();
  const { data, error, refetch } = useQuery({
    queryKey: ['orders', person.id],
    queryFn: () => call('orders', { params: { athleteId: person.id } }),
  });
  const { day } = useDay(person.id, deviceToday());
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data || !day) return <p className="waiting">Reading the orders …</p>;
  return (
    <div className="sheet-page orders">
      <h1 className="page-title">Orders</h1>
      <p className="second">
        What was changed, from when, by whom and why. A signed order is never altered; a new one follows it.
      </p>
      {data.orders.length === 0 && <p className="day-empty">No order has been signed yet.</p>}
      <ol className="order-list">
        {data.orders.map((order) => (
          <li key={order.id}>
            <h2>{orderText(order, day.season)}</h2>
            <p>{order.reason}</p>
            <p className="quiet">
              {order.signedByName}, {longDate(order.signedAt.slice(0, 10) as typeof order.from)} ·{' '}
              {order.acknowledgedAt === null ? 'waits for your acknowledgement on Today' : 'acknowledged'}
            </p>
          </li>
        ))}
      </ol>
    </div>
  );
};
