import type { DayDocument, DayEntryRow, MealRow, PortionRow } from '@maul/contract/diary';
import type { DaySheet } from '@maul/core/diary';
import type { DayTargets } from '@maul/core/plan';
import type { TargetKey } from '@maul/core/nutrition';
import { AddFoodDialog } from '../../foods/index.ts';
import { WhyDialog } from '../../plan/index.ts';
import type { Tool } from './tools.ts';
import MealDialog from '../meal/MealDialog.tsx';
import PortionDialog from '../portion/PortionDialog.tsx';
import { partOf } from '../../ui/partOf.tsx';

const NutrientsDialog = partOf(() => import('../nutrients/NutrientsDialog.tsx'));
const FitDialog = partOf(() => import('../fit/FitDialog.tsx'));
const AwayDialog = partOf(() => import('../out/AwayDialog.tsx'));
const SwapDialog = partOf(() => import('../portion/SwapDialog.tsx'));
const GiveDialog = partOf(() => import('../portion/GiveDialog.tsx'));
const TreatDialog = partOf(() => import('../fit/TreatDialog.tsx'));
const SavedMealsDialog = partOf(() => import('../meal/SavedMealsDialog.tsx'));
const CopyDayDialog = partOf(() => import('./CopyDayDialog.tsx'));
const EntryDialog = partOf(() => import('../entries/EntryDialog.tsx'));
const SupplementsDialog = partOf(() => import('../entries/SupplementsDialog.tsx'));
const CaffeineDialog = partOf(() => import('../entries/CaffeineDialog.tsx'));
const PauseDialog = partOf(() => import('../entries/PauseDialog.tsx'));

/** What is open over the day. */
export type Open =
  | { kind: 'meal'; meal: MealRow | null }
  | { kind: 'portion' | 'swap' | 'give'; portion: PortionRow }
  | { kind: 'add'; meal: MealRow }
  | { kind: 'new-food'; name: string }
  | { kind: 'why'; key: TargetKey }
  | { kind: 'thing'; entry: DayEntryRow }
  | { kind: 'fit'; mealId: string }
  | { kind: 'tool'; tool: Tool | 'water' }
  | null;

interface DialogsProps {
  day: DayDocument;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  open: NonNullable<Open>;
  onOpen: (open: Open) => void;
}

const ToolDialog = ({
  day,
  sheet,
  targets,
  tool,
  onClose,
}: Omit<DialogsProps, 'open' | 'onOpen'> & {
  tool: Tool | 'water';
  onClose: () => void;
}) => {
  switch (tool) {
    case 'fit':
      return <FitDialog day={day} sheet={sheet} targets={targets} onClose={onClose} />;
    case 'reserve':
    case 'out':
      return <AwayDialog day={day} targets={targets} first={tool} onClose={onClose} />;
    case 'treat':
      return <TreatDialog day={day} sheet={sheet} onClose={onClose} />;
    case 'saved':
      return <SavedMealsDialog day={day} targets={targets} onClose={onClose} />;
    case 'copy':
      return <CopyDayDialog day={day} onClose={onClose} />;
    case 'thing':
    case 'water':
      return (
        <EntryDialog
          day={day}
          entry={null}
          first={tool === 'water' ? 'water' : 'training'}
          onClose={onClose}
        />
      );
    case 'supplements':
      return <SupplementsDialog day={day} onClose={onClose} />;
    case 'caffeine':
      return <CaffeineDialog day={day} onClose={onClose} />;
    case 'nutrients':
      return <NutrientsDialog day={day} sheet={sheet} onClose={onClose} />;
    case 'pause':
      return <PauseDialog day={day} onClose={onClose} />;
  }
};

/** The dialog that is open over the day, loaded when it is. */
const DayDialogs = ({ day, sheet, targets, open, onOpen }: DialogsProps) => {
  const close = (): void => onOpen(null);
  switch (open.kind) {
    case 'meal':
      return (
        <MealDialog
          day={day}
          sheet={sheet}
          meal={open.meal}
          onClose={close}
          onAdded={(meal) => onOpen({ kind: 'add', meal })}
          onFit={(mealId) => onOpen({ kind: 'fit', mealId })}
        />
      );
    case 'portion':
      return (
        <PortionDialog
          day={day}
          portion={open.portion}
          onClose={close}
          onSwap={() => onOpen({ kind: 'swap', portion: open.portion })}
          onGive={() => onOpen({ kind: 'give', portion: open.portion })}
        />
      );
    case 'swap':
      return <SwapDialog day={day} portion={open.portion} onClose={close} />;
    case 'give':
      return <GiveDialog day={day} portion={open.portion} onClose={close} />;
    case 'add':
      return <AddFoodDialog day={day} meal={open.meal} onClose={close} />;
    case 'new-food':
      return <AddFoodDialog day={day} meal={null} name={open.name} onClose={close} />;
    case 'why':
      return (
        <WhyDialog
          season={day.season}
          bases={day.bases}
          orders={day.orders}
          date={day.date}
          first={open.key}
          onClose={close}
        />
      );
    case 'thing':
      return open.entry.thing.kind === 'supplement' ? (
        <SupplementsDialog day={day} onClose={close} />
      ) : (
        <EntryDialog day={day} entry={open.entry} first="training" onClose={close} />
      );
    case 'fit':
      return <FitDialog day={day} sheet={sheet} targets={targets} mealId={open.mealId} onClose={close} />;
    case 'tool':
      return <ToolDialog day={day} sheet={sheet} targets={targets} tool={open.tool} onClose={close} />;
  }
};

export default DayDialogs;
