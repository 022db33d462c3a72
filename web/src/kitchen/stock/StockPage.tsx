import type { InStock } from '@maul/contract/kitchen';
import { eatingOrder, type StockLine } from '@maul/core/kitchen';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useSession } from '../../data/session.ts';
import { useStock } from '../../data/kitchen/kitchenWork.ts';
import { Fault } from '../../ui/Fault.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { useNow } from '../useNow.ts';
import { KINDS, momentText } from '../words.ts';
import { AddStock } from './AddStock.tsx';
import { StockActions } from './StockActions.tsx';

const MINUTE = 60_000;

/** What is said of one thing in stock, in a few words. */
const standsText = ({ item, keeping, rule }: StockLine<InStock>): string => {
  if (keeping.state === 'past') return keeping.sentence;
  if (rule.until === null) return `${item.place}, ${rule.sentence}`;
  return `${item.place}, by ${momentText(rule.until)}`;
};

const StockRow = ({ line, whose }: { line: StockLine<InStock>; whose: string | undefined }) => {
  const [open, setOpen] = useState(false);
  const { item, keeping, missing } = line;
  const past = keeping.state === 'past';
  const taken = Math.max(0, Math.min(1, item.left / item.grams));
  return (
    <li className={`kit-row kit-${keeping.state}`}>
      <button type="button" className="kit-line" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="kit-box" aria-hidden style={{ '--full': taken } as object} />
        <span className="kit-name">
          <b>{item.name}</b>{' '}
          <span className="second">
            {KINDS[item.kind]}
            {whose === undefined ? '' : `, ${whose}`}
          </span>
        </span>
        <span className="kit-keeps">
          {missing > 0
            ? `${gramsText(Math.round(missing))} g more were taken than were in it. Weigh what is there.`
            : standsText(line)}
        </span>
        <span className="n kit-grams">
          {gramsText(Math.round(Math.max(0, item.left)))} g
          {item.planned > 0.5 && <span className="is-planned"> {whole(item.planned)} planned</span>}
        </span>
      </button>
      {open && <StockActions line={line} past={past} />}
    </li>
  );
};

interface Group {
  key: string;
  lines: StockLine<InStock>[];
}

/** Boxes of one batch at one place stand together, where the first of them stands. */
const grouped = (lines: readonly StockLine<InStock>[]): Group[] => {
  const groups = new Map<string, Group>();
  for (const line of lines) {
    const { item } = line;
    const alike = item.kind === 'box' && item.batchId !== null && line.missing === 0;
    const key = alike ? `${item.batchId} ${item.place} ${item.useBy}` : item.id;
    const group = groups.get(key) ?? { key, lines: [] };
    group.lines.push(line);
    groups.set(key, group);
  }
  return [...groups.values()];
};

/** Boxes alike as one line, which opens to show each. */
const GroupRow = ({ group, whose }: { group: Group; whose: (item: InStock) => string | undefined }) => {
  const [open, setOpen] = useState(false);
  const [first] = group.lines;
  if (!first) return null;
  if (group.lines.length === 1) return <StockRow line={first} whose={whose(first.item)} />;
  const left = group.lines.reduce((sum, l) => sum + Math.max(0, l.item.left), 0);
  const planned = group.lines.reduce((sum, l) => sum + l.item.planned, 0);
  const of = whose(first.item);
  return (
    <li className={`kit-row kit-${first.keeping.state}`}>
      <button type="button" className="kit-line" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="kit-box" aria-hidden style={{ '--full': 1 } as object} />
        <span className="kit-name">
          <b>{first.item.name}</b>{' '}
          <span className="second">
            {group.lines.length} boxes{of === undefined ? '' : `, ${of}`}
          </span>
        </span>
        <span className="kit-keeps">{standsText(first)}</span>
        <span className="n kit-grams">
          {gramsText(Math.round(left))} g
          {planned > 0.5 && <span className="is-planned"> {whole(planned)} planned</span>}
        </span>
      </button>
      {open && (
        <ul className="kit-list kit-sub" aria-label={`Boxes of ${first.item.name}`}>
          {group.lines.map((line) => (
            <StockRow key={line.item.id} line={line} whose={of} />
          ))}
        </ul>
      )}
    </li>
  );
};

/** What is there, in the order in which it should be eaten. */
export const StockPage = () => {
  const { person } = useSession();
  const [text, setText] = useState('');
  const [adding, setAdding] = useState(false);
  const q = useDeferredValue(text.trim());
  const { stock, waste, mates, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useStock(
    person.id,
    q,
  );
  const now = useNow(MINUTE);
  const lines = useMemo(() => stock && eatingOrder(stock, new Date(now).toISOString()), [stock, now]);
  const whose = (item: InStock): string | undefined =>
    item.athleteId === person.id ? undefined : mates.find((m) => m.athleteId === item.athleteId)?.name;
  const past = lines?.filter((l) => l.keeping.state === 'past') ?? [];
  const good = lines?.filter((l) => l.keeping.state !== 'past') ?? [];
  const list = (some: StockLine<InStock>[], label: string) => (
    <ul className="kit-list" aria-label={label}>
      {grouped(some).map((group) => (
        <GroupRow key={group.key} group={group} whose={whose} />
      ))}
    </ul>
  );
  return (
    <KitchenFrame part="">
      <section className="rows" aria-label="Stock">
        <div className="kit-bar">
          <TextField
            label="Find in stock"
            type="search"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button variant="contained" onClick={() => setAdding(true)}>
            Add a pack
          </Button>
          <Button component={Link} to="/kitchen/recipes">
            Cook
          </Button>
        </div>
        {error && !lines && <Fault error={error} again={() => void refetch()} />}
        {!lines && !error && <p className="waiting">Looking into the stock …</p>}
        {lines?.length === 0 && (
          <p className="second">
            {q === ''
              ? 'Nothing is in stock yet. Cook a batch, and its boxes stand here; packs you buy can be added.'
              : `Nothing in stock is called “${q}”.`}
          </p>
        )}
        {past.length > 0 && (
          <>
            <h2 className="panel-title">Past its day</h2>
            {list(past, 'Past its day')}
          </>
        )}
        {good.length > 0 && (
          <>
            <h2 className="panel-title">First to expire first</h2>
            {list(good, 'In stock')}
          </>
        )}
        {hasNextPage && (
          <Button onClick={() => void fetchNextPage()} disabled={isFetchingNextPage}>
            {isFetchingNextPage ? 'Looking …' : 'Show more'}
          </Button>
        )}
        {waste > 0 && (
          <p className="second">
            Thrown away in the last 28 days: <b className="n">{whole(waste)} g</b>.
          </p>
        )}
      </section>
      {adding && <AddStock athleteId={person.id} onClose={() => setAdding(false)} />}
    </KitchenFrame>
  );
};
