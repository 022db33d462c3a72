import Button from '@mui/material/Button';
import { outbox } from '../data/session.ts';
import { useFiles } from '../data/sending/files.ts';
import { useOutbox, type OutboxEntry } from '../data/sending/outbox.ts';
import { momentText, plural } from '../ui/formats/show.ts';

const WHAT: Record<OutboxEntry['route'], string> = {
  putMeal: 'A meal',
  putPortion: 'A portion',
  putNote: 'A note',
  putWeighIn: 'A weigh-in',
  putDayEntry: 'An entry beside your meals',
  putStanding: 'A saved meal, bottle, supplement or pause',
  putKitchenThing: 'Something of your kitchen',
  putStock: 'Something in stock',
  putStockMove: 'What was taken from stock',
  putYield: 'A yield',
  putFood: 'A food of your own',
  putContainer: 'A container',
};

const nameOf = (entry: OutboxEntry): string =>
  entry.route === 'putFood' || entry.route === 'putContainer'
    ? (entry.body as { name: string }).name
    : 'food' in entry.body
      ? `${entry.body.food.name}${entry.body.grams === null ? '' : `, ${entry.body.grams} g`}`
      : 'thing' in entry.body && 'name' in entry.body.thing && entry.route === 'putKitchenThing'
        ? entry.body.thing.name
        : WHAT[entry.route];

/** A value as it is asked about: "120 g", "taken away". Empty where it is no single figure or word. */
const valueText = (field: string, value: unknown): string => {
  if (field === 'deleted') return value === true ? 'taken away' : 'there';
  if (value === null || value === undefined) return 'nothing';
  if (typeof value === 'number')
    return field === 'kg' ? `${value} kg` : /rams$/.test(field) ? `${value} g` : String(value);
  return typeof value === 'string' && value.length < 80 && !/Id$/.test(field) ? `“${value}”` : '';
};

/** Both values of what two devices changed, mine first. Fields that go along with another say nothing of their own. */
const bothValues = (entry: OutboxEntry): string =>
  (entry.refusal?.collide ?? [])
    .flatMap(({ field, mine, theirs }) => {
      const [here, there] = [valueText(field, mine), valueText(field, theirs)];
      return here === there || here === '' || there === '' ? [] : [`Here ${here}, there ${there}.`];
    })
    .slice(0, 2)
    .join(' ');

/** When and where the other side of a collision was entered, as far as the server knows. */
const changedThere = ({ refusal }: OutboxEntry): string =>
  refusal?.changed
    ? `There it was changed ${momentText(new Date(refusal.changed.at))}${refusal.changed.from === null ? '' : `, ${refusal.changed.from}`}.`
    : '';

/** When a change was made on this device, in words. */
const madeAt = ({ seq }: OutboxEntry): string => momentText(new Date(seq / 1000));

/** The moment of the oldest change that waits, in words. */
const since = (entries: readonly OutboxEntry[]): string => {
  const oldest = entries.find((e) => e.state === 'waiting');
  if (!oldest) return '';
  return ` since ${madeAt(oldest)}`;
};

/** What has not reached the server, why, and what one can do about it. Silent when all is well. */
export const SavingBar = () => {
  const { entries, trouble, reachable, catchingUp, full } = useOutbox();
  const refused = entries.filter((e) => e.state === 'refused');
  const waiting = entries.length - refused.length;
  const troubled = trouble !== null && waiting > 0;
  const sending = !troubled && reachable && catchingUp && waiting > 0;
  const files = useFiles();
  const pictures = files.waiting > 0 && !reachable;
  const crowded = full && waiting > 0;
  if (
    !troubled &&
    !sending &&
    !crowded &&
    !pictures &&
    files.refused === null &&
    reachable &&
    refused.length === 0
  )
    return <div role="status" className="saving-none" />;
  return (
    <div role="status" className="saving">
      {troubled && (
        <p>
          <b>
            {plural(waiting, 'change waits', 'changes wait')} on this device{since(entries)}.
          </b>{' '}
          {reachable ? trouble : 'The server does not answer.'}
        </p>
      )}
      {crowded && (
        <p>
          <b>This device cannot keep anything more:</b> it is full, or this window is private. What you
          entered stays on this page until it is sent, so do not close it.
        </p>
      )}
      {pictures && (
        <p>{plural(files.waiting, 'picture waits', 'pictures wait')} on this device to be sent.</p>
      )}
      {files.refused !== null && (
        <div className="saving-refused">
          <p>
            <b>A picture was not saved.</b> {files.refused}
          </p>
          <Button size="small" onClick={() => useFiles.setState({ refused: null })}>
            I have read it
          </Button>
        </div>
      )}
      {sending && <p>The server answers again: {plural(waiting, 'change is', 'changes are')} being sent.</p>}
      {!troubled && !reachable && (
        <p>
          <b>The server does not answer.</b> You see what was kept on this device.
        </p>
      )}
      {refused.map((entry) => (
        <div key={entry.key} className="saving-refused">
          <p>
            <b>{nameOf(entry)} was not saved.</b> {entry.refusal?.sentence} {bothValues(entry)} Entered here{' '}
            {madeAt(entry)}. {changedThere(entry)}
          </p>
          {entry.refusal?.stale && (
            <Button size="small" onClick={() => outbox.insist(entry.key)}>
              Keep my version
            </Button>
          )}
          <Button size="small" onClick={() => outbox.drop(entry.key)}>
            {entry.refusal?.stale ? 'Keep theirs' : 'Discard it'}
          </Button>
        </div>
      ))}
    </div>
  );
};
