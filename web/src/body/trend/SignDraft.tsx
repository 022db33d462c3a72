import type { DecisionDraft } from '@maul/core/body';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { deviceToday } from '../../data/device.ts';
import { useDay } from '../../data/session.ts';
import { MovementForm, OrderPanel } from '../../plan/index.ts';

const REASONS: Readonly<Record<DecisionDraft['school'], string>> = {
  none: '',
  expenditure: 'From expenditure: the intake that brings the middle of the wanted pace.',
  fixed: 'A fixed step of 150 or 200 kcal a day; then we look again.',
  movement: 'Movement first; food stays as it is.',
};

/** A draft as an order, ready to be changed, seen and signed. */
const SignDraft = ({
  athleteId,
  draft,
  onClose,
}: {
  athleteId: string;
  draft: DecisionDraft;
  onClose: () => void;
}) => {
  const { day } = useDay(athleteId, deviceToday());
  const food = draft.change.kind === 'food' ? draft.change : undefined;
  const cardio = draft.change.kind === 'cardio' ? draft.change : undefined;
  const reason = REASONS[draft.school];
  const title = day?.athlete.hasCoach ? 'Change order' : 'Sign a change of your own';
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Draft of an order</DialogTitle>
      <DialogContent>
        {!day ? (
          <p className="waiting">Opening the day …</p>
        ) : food ? (
          <OrderPanel
            day={day}
            title={title}
            initial={{ amount: String(Math.round(food.kcalPerDay / 4)), reason }}
            onSigned={onClose}
          />
        ) : (
          <MovementForm day={day} initial={cardio && { ...cardio, reason }} onDone={onClose} />
        )}
        <Button onClick={onClose} variant="text">
          Close
        </Button>
      </DialogContent>
    </Dialog>
  );
};
export default SignDraft;
