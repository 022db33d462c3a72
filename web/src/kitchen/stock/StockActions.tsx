import type { InStock, StockContent } from '@maul/contract/kitchen';
import { correction, openedTwice, type StockLine } from '@maul/core/kitchen';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { dated, moveStock, saveStock } from '../../data/kitchen/kitchenWork.ts';
import { offerUndo, sayOnce } from '../../data/undo/undo.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { momentText } from '../words.ts';

const contentOf = ({
  id: _id,
  version: _version,
  deleted: _deleted,
  athleteId: _athlete,
  left: _left,
  planned: _planned,
  ...content
}: InStock): StockContent => content;

/** Changes something in stock, with the date that follows, and holds the way back. */
const change = (item: InStock, how: Partial<StockContent>, sentence: string): void => {
  saveStock(item.athleteId, item, dated({ ...contentOf(item), ...how }));
  offerUndo(sentence, () => saveStock(item.athleteId, { ...item, ...how }, contentOf(item)));
};

const Weigh = ({ item, onClose }: { item: InStock; onClose: () => void }) => {
  const [grams, setGrams] = useState<number | null>(null);
  return (
    <FormDialog
      title={`What is there of ${item.name}`}
      onClose={onClose}
      keep="Keep it"
      canKeep={grams !== null}
      onKeep={() => {
        if (grams === null) return;
        const off = correction(item.left, grams);
        if (Math.abs(off) >= 0.5)
          moveStock(item, off, 'corrected', `${item.name}: ${gramsText(grams)} g are there now.`);
        onClose();
      }}
    >
      <NumberField label="It weighs, g" value={grams} onChange={setGrams} min={0} max={50_000} />
      <p className="second">Counted: {gramsText(Math.round(item.left))} g. What you weigh is right.</p>
    </FormDialog>
  );
};

/** What can be done with something in stock. */
export const StockActions = ({ line, past }: { line: StockLine<InStock>; past: boolean }) => {
  const { item, rule } = line;
  const [weighing, setWeighing] = useState(false);
  const now = (): string => new Date().toISOString();
  const freeze = (): void =>
    change(item, { place: 'freezer', since: now(), thawed: false }, `${item.name} is in the freezer.`);
  const thaw = (): void =>
    change(
      item,
      { place: 'fridge', since: now(), thawed: true },
      `${item.name} thaws: eat it within 24 hours.`,
    );
  const open = (): void => {
    const twice = openedTwice(item);
    if (twice !== undefined) return sayOnce(twice);
    change(item, { kind: 'opened', openedAt: now() }, `${item.name} is open.`);
  };
  return (
    <div className="kit-actions">
      <p className="second">
        {rule.until === null ? rule.sentence : `Until ${momentText(rule.until)}: ${rule.sentence}`}
        {rule.source === '' || rule.source === 'label' ? '' : ` (${rule.source})`}.
        {item.cookedAt === null ? '' : ` Cooked ${momentText(item.cookedAt)}.`}
        {item.holds.length > 1 ? ` Holds ${item.holds.join(', ')}.` : ''}
      </p>
      <div className="kit-buttons">
        {!past && item.left > 0.5 && (
          <Button variant="contained" component={Link} to={`/kitchen/box/${item.athleteId}/${item.id}`}>
            Eat, plan or give
          </Button>
        )}
        {!past && item.place !== 'freezer' && item.kind !== 'raw' && <Button onClick={freeze}>Freeze</Button>}
        {!past && item.place !== 'freezer' && item.kind === 'raw' && item.place === 'fridge' && (
          <Button onClick={freeze}>Freeze</Button>
        )}
        {item.place === 'freezer' && <Button onClick={thaw}>Thaw</Button>}
        {(item.kind === 'raw' || item.kind === 'opened') && !past && <Button onClick={open}>Open it</Button>}
        <Button onClick={() => setWeighing(true)}>Weigh what is there</Button>
        {item.left > 0 && (
          <Button
            color="error"
            onClick={() =>
              moveStock(
                item,
                item.left,
                'waste',
                `${gramsText(Math.round(item.left))} g ${item.name} thrown away.`,
              )
            }
          >
            Throw away
          </Button>
        )}
      </div>
      {weighing && <Weigh item={item} onClose={() => setWeighing(false)} />}
    </div>
  );
};
