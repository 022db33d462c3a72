import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { type Act, actOrLater, useActs } from '../../data/sending/acts.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';

/**
 * The athlete's word on an order of food or movement. That it was read may be told later. Where it carries a caution (`held`) the word puts it in force:
 * that counts when the server has heard it, not before.
 */
export const Acknowledge = ({
  order,
  athleteId,
  route,
  held = false,
  words = held ? 'Read, and I stand by it' : 'Acknowledge',
}: {
  order: { id: string; signedByName: string };
  athleteId: string;
  route: 'acknowledge' | 'acknowledgeMovement';
  held?: boolean;
  /** What the button says. */
  words?: string;
}) => {
  const waits = useActs((s) => s.acts.some((a: Act) => a.id === order.id && a.refused === null));
  const acknowledge = useMutation({
    mutationFn: async () => {
      const params = { athleteId, id: order.id };
      if (held) await call(route, { params });
      else await actOrLater({ id: order.id, route, params, what: 'Your acknowledgement of an order' });
    },
    onSuccess: async () => {
      for (const key of ['orders', 'movement', 'day'])
        await queryClient.invalidateQueries({ queryKey: [key, athleteId] });
    },
  });
  if (waits)
    return (
      <p className="second" role="status">
        Acknowledged on this device. {order.signedByName} sees it once the server answers.
      </p>
    );
  return (
    <>
      {acknowledge.error && <p className="is-over">{sentenceOf(acknowledge.error)}</p>}
      <Button onClick={() => acknowledge.mutate()} disabled={acknowledge.isPending}>
        {words}
      </Button>
    </>
  );
};
