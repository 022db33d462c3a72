import type { PortionFood } from '@maul/contract/foods';
import type { InStock, StockContent } from '@maul/contract/kitchen';
import { shoppingText, type ShoppingLine } from '@maul/core/kitchen';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { dated, dropThing, saveStock, saveThing, thingsOf } from '../../data/kitchen/kitchenWork.ts';
import { offerUndo, sayOnce } from '../../data/undo/undo.ts';
import { Fault } from '../../ui/Fault.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { useKitchenPlan, type KitchenPlanView } from '../usePlan.ts';
import { money } from '../words.ts';
import { Costs } from './Costs.tsx';
import { shoppingOf } from './lines.ts';
import { PriceDialog } from './PriceDialog.tsx';

/** The longest stretch that is bought for at once, days. */
const MOST_DAYS = 14;
const SPANS = ['3', '5', '7', '10', '14'] as const;
const TODAY_MS = 20 * 3_600_000;

/** Where a thing is put when it comes home, until somebody says otherwise. */
const placeOf = (food: PortionFood): StockContent['place'] =>
  food.state === 'frozen'
    ? 'freezer'
    : food.state === 'dry' || food.state === 'canned'
      ? 'cupboard'
      : 'fridge';

const amountText = (line: ShoppingLine): string =>
  line.packs && line.packs.count > 0
    ? `${plural(line.packs.count, 'pack')} of ${gramsText(line.packs.grams)} g`
    : `${gramsText(line.buy)} g`;

/** Puts what was bought into stock: that is what takes it off the list. */
const buy = (athleteId: string, line: ShoppingLine): void => {
  const food = line.food as PortionFood;
  const now = new Date().toISOString();
  const each =
    line.packs && line.packs.count > 0 && line.packs.count <= 12 ? line.packs : { count: 1, grams: line.buy };
  const ids = Array.from({ length: each.count }, () =>
    saveStock(
      athleteId,
      null,
      dated({
        kind: 'raw',
        batchId: null,
        name: food.name,
        food,
        grams: each.grams,
        division: null,
        place: placeOf(food),
        since: now,
        thawed: false,
        cookedAt: null,
        openedAt: null,
        labelUntil: null,
        holds: [food.name],
        dinerId: null,
      }),
    ),
  );
  sayOnce(`${food.name} is in stock. ${ids.length > 1 ? `${ids.length} packs.` : ''}`);
};

const putBack = (item: InStock): void => {
  const { id: _id, version: _v, deleted: _d, athleteId, left: _l, planned: _p, ...content } = item;
  saveStock(athleteId, item, null);
  offerUndo(`${item.name} is not bought.`, () =>
    saveStock(athleteId, { ...item, deleted: true }, content, item.id),
  );
};

const Line = ({
  line,
  view,
  onPrice,
}: {
  line: ShoppingLine;
  view: KitchenPlanView;
  onPrice: () => void;
}) => (
  <li className="shop-line">
    <Checkbox
      checked={line.missing <= 0.5}
      disabled={line.missing <= 0.5}
      onChange={() => buy(view.person.id, line)}
      slotProps={{ input: { 'aria-label': `${line.food.name} is bought` } }}
    />
    <span className="shop-name">
      <b>{line.food.name}</b> <span className="second">{line.food.state}</span>
      <span className="second shop-why">
        {line.missing > 0.5 ? `${whole(line.need)} g wanted` : `${whole(line.need)} g wanted, all there`}
        {line.have > 0.5 && line.missing > 0.5 ? `, ${whole(line.have)} g there` : ''}
        {line.said.length > 0 ? `; ${line.said.join(', ')}` : ''}. {line.why.slice(0, 3).join(', ')}
        {line.why.length > 3 ? ` and ${line.why.length - 3} more` : ''}
      </span>
    </span>
    <span className="shop-buy">
      <span className="n">{line.missing > 0.5 ? amountText(line) : ''}</span>
      <Button size="small" variant="text" onClick={onPrice}>
        {line.cost !== null && line.cost > 0 ? money(line.cost, view.rule.currency) : 'Price'}
      </Button>
    </span>
  </li>
);

const Extras = ({ view }: { view: KitchenPlanView }) => {
  const [text, setText] = useState('');
  const extras = thingsOf(view.book, 'extra');
  const add = (): void => {
    if (text.trim() === '') return;
    saveThing(view.person.id, null, { kind: 'extra', text: text.trim().slice(0, 120), bought: false });
    setText('');
  };
  return (
    <>
      <h2 className="panel-title">Also</h2>
      <ul className="kit-list" aria-label="Also to buy">
        {extras.map((row) => (
          <li key={row.id} className="shop-line">
            <Checkbox
              checked={row.thing.bought}
              onChange={(e) => saveThing(view.person.id, row, { ...row.thing, bought: e.target.checked })}
              slotProps={{ input: { 'aria-label': `${row.thing.text} is bought` } }}
            />
            <span className="shop-name">{row.thing.bought ? <s>{row.thing.text}</s> : row.thing.text}</span>
            <Button
              size="small"
              variant="text"
              onClick={() => dropThing(view.person.id, row, `${row.thing.text} is off the list.`)}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="kit-bar"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <TextField label="Something else to buy" value={text} onChange={(e) => setText(e.target.value)} />
        <Button type="submit" disabled={text.trim() === ''}>
          Put it on the list
        </Button>
      </form>
    </>
  );
};

const List = ({ view }: { view: KitchenPlanView }) => {
  const [span, setSpan] = useState<(typeof SPANS)[number]>('7');
  const [pricing, setPricing] = useState<ShoppingLine | null>(null);
  const [now] = useState(Date.now);
  const shopping = shoppingOf(view, Number(span));
  const bought = view.stock.filter(
    (s) =>
      s.kind === 'raw' && s.labelUntil === null && now - Date.parse(s.since) < TODAY_MS && s.left === s.grams,
  );
  const lines = shopping.groups.flatMap((g) => g.lines);
  const open = lines.filter((l) => l.missing > 0.5);
  const cost = open.reduce((sum, l) => sum + (l.cost ?? 0), 0);
  const unpriced = open.filter((l) => l.cost === null).length;
  const text = (): string =>
    shoppingText([
      ...shopping.groups.map((g) => ({
        name: g.name,
        lines: g.lines
          .filter((l) => l.missing > 0.5)
          .map((l) => ({ name: l.food.name, amount: amountText(l), ticked: false })),
      })),
      {
        name: 'Also',
        lines: thingsOf(view.book, 'extra').map((e) => ({
          name: e.thing.text,
          amount: '',
          ticked: e.thing.bought,
        })),
      },
    ]).replace(/, $/gm, '');
  const share = async (): Promise<void> => {
    try {
      if ('share' in navigator) await navigator.share({ text: text() });
      else {
        await (navigator as Navigator).clipboard.writeText(text());
        sayOnce('The list is copied.');
      }
    } catch {
      sayOnce('The list was not shared.');
    }
  };
  return (
    <section className="rows" aria-label="Shopping list">
      <div className="kit-bar">
        <WordField
          label="For"
          value={span}
          options={SPANS.map((s) => [s, `the next ${s} days`] as const)}
          onChange={setSpan}
        />
        <Button onClick={() => void share()}>Share as text</Button>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      {view.mates.length > 0 && (
        <p className="second">
          With what {view.mates.map((m) => m.name).join(' and ')} planned in this kitchen.
        </p>
      )}
      {lines.length === 0 && (
        <p className="second">Nothing is planned for these days that has to be bought.</p>
      )}
      {shopping.groups.map((g) => (
        <div key={g.group}>
          <h2 className="panel-title">{g.name}</h2>
          <ul className="kit-list" aria-label={g.name}>
            {g.lines.map((line) => (
              <Line key={line.food.id} line={line} view={view} onPrice={() => setPricing(line)} />
            ))}
          </ul>
        </div>
      ))}
      {open.length > 0 && (
        <p>
          {plural(open.length, 'thing')} to buy
          {cost > 0
            ? `: ${money(cost, view.rule.currency)}${unpriced > 0 ? ` and ${unpriced} without a price` : ''}`
            : ''}
          .
        </p>
      )}
      {bought.length > 0 && (
        <>
          <h2 className="panel-title">Bought today</h2>
          <ul className="kit-list" aria-label="Bought today">
            {bought.map((item) => (
              <li key={item.id} className="shop-line">
                <Checkbox
                  checked
                  onChange={() => putBack(item)}
                  slotProps={{ input: { 'aria-label': `${item.name} is bought` } }}
                />
                <s className="shop-name">{item.name}</s>
                <span className="n shop-buy">{gramsText(item.grams)} g</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <Extras view={view} />
      <Costs view={view} shopping={shopping} />
      {pricing && (
        <PriceDialog
          athleteId={view.person.id}
          food={pricing.food}
          known={thingsOf(view.book, 'price').find((p) => p.thing.foodId === pricing.food.id) ?? null}
          currency={view.rule.currency}
          onClose={() => setPricing(null)}
        />
      )}
    </section>
  );
};

/** What is to be bought for what is planned. */
export const ShoppingPage = () => {
  const view = useKitchenPlan(MOST_DAYS);
  return (
    <KitchenFrame part="shopping">
      {view.ready ? (
        <List view={view} />
      ) : view.error ? (
        <Fault error={view.error} again={() => void view.refetch()} />
      ) : (
        <p className="waiting">Making the list …</p>
      )}
    </KitchenFrame>
  );
};
