import type { DayDocument } from '@maul/contract/diary';
import type { OrderRow } from '@maul/contract/plan';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { orderText } from '../../plan/index.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';

/** A signed order that waits for the athlete's word. */
export const OrderStrip = ({ order, day }: { order: OrderRow; day: DayDocument }) => {
  const acknowledge = useMutation({
    mutationFn: () => call('acknowledge', { params: { athleteId: day.athlete.id, id: order.id } }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['day', day.athlete.id] }),
  });
  return (
    <section className="order-strip" aria-label="Order from your coach">
      <p>
        <b>
          {order.signedByName}, {orderText(order, day.season)}:
        </b>{' '}
        {order.reason}
        {order.heldUntil === null && (
          <span className="second">
            {' '}
            It carries a caution and is not in force until you have confirmed it too.
          </span>
        )}
        {acknowledge.error && <span className="is-over"> {sentenceOf(acknowledge.error)}</span>}
      </p>
      <Button onClick={() => acknowledge.mutate()} disabled={acknowledge.isPending}>
        {order.heldUntil === null ? 'Read, and I stand by it' : 'Acknowledge'}
      </Button>
    </section>
  );
};
