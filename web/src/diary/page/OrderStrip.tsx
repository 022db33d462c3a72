import type { DayDocument } from '@maul/contract/diary';
import type { OrderRow } from '@maul/contract/plan';
import { Acknowledge, orderText } from '../../plan/index.ts';

/** A signed order that waits for the athlete's word. */
export const OrderStrip = ({ order, day }: { order: OrderRow; day: DayDocument }) => {
  const held = order.heldUntil === null;
  return (
    <section className="order-strip" aria-label="Order from your coach">
      <p>
        <b>
          {order.signedByName}, {orderText(order, day.season)}:
        </b>{' '}
        {order.reason}
        {held && (
          <span className="second">
            {' '}
            It carries a caution and is not in force until you have confirmed it too.
          </span>
        )}
      </p>
      <Acknowledge order={order} athleteId={day.athlete.id} route="acknowledge" held={held} />
    </section>
  );
};
