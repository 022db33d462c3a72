import type { Diner, KitchenRules } from '@maul/contract/kitchen';
import { plural } from '../../ui/formats/show.ts';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import ArrowDownward from '@mui/icons-material/ArrowDownward';
import ArrowUpward from '@mui/icons-material/ArrowUpward';
import { useState } from 'react';
import { rulesOf, RULES, saveThing, thingsOf, useBook } from '../../data/kitchen/kitchenWork.ts';
import { useSession } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { GROUP_NAMES, shopOrder } from '../shopping/lines.ts';
import type { DinerRow, RulesRow } from '../words.ts';
import { DinerDialog } from './DinerDialog.tsx';

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

const dinerText = (thing: Diner, shares: boolean): string =>
  [
    thing.windows.length > 0 ? 'own windows' : thing.share === 1 ? 'an equal share' : `${thing.share} shares`,
    thing.notEaten.length > 0 ? `does not eat ${thing.notEaten.join(', ')}` : '',
    thing.personId === null ? '' : shares ? 'shares this kitchen' : 'shares it once they name you too',
  ]
    .filter((t) => t !== '')
    .join('; ');

const Rules = ({ row, athleteId }: { row: RulesRow | undefined; athleteId: string }) => {
  const rule = row?.thing ?? RULES;
  const set = (change: Partial<KitchenRules>): void =>
    void saveThing(athleteId, row ?? null, { ...rule, ...change });
  const order = shopOrder(rule.shopOrder);
  const move = (at: number, by: number): void => {
    const next = [...order];
    const [one] = next.splice(at, 1);
    if (one) next.splice(at + by, 0, one);
    set({ shopOrder: next });
  };
  return (
    <>
      <h2 className="panel-title">Cooking</h2>
      <div className="kit-fields">
        <NumberField
          label="Sessions in seven days"
          value={rule.sessionsPerWeek}
          onChange={(sessionsPerWeek) => set({ sessionsPerWeek })}
          min={0}
          max={14}
          whole
        />
        {WEEKDAYS.map((name, i) => (
          <NumberField
            key={name}
            label={`${name} evening, min`}
            value={rule.evenings[i] ?? 0}
            onChange={(n) => set({ evenings: rule.evenings.map((m, at) => (at === i ? n : m)) })}
            min={0}
            max={600}
            whole
          />
        ))}
        <NumberField
          label="Same dish, times a week"
          value={rule.most}
          onChange={(most) => set({ most })}
          min={1}
          max={7}
          whole
        />
        <NumberField
          label="The cool bag stays cold for, h"
          value={rule.coolHours}
          onChange={(coolHours) => set({ coolHours })}
          min={0}
          max={72}
        />
        <TextField
          label="Currency"
          value={rule.currency}
          onChange={(e) => set({ currency: e.target.value.slice(0, 8) })}
        />
        <FormControlLabel
          control={
            <Switch checked={rule.fahrenheit} onChange={(e) => set({ fahrenheit: e.target.checked })} />
          }
          label="Ovens and thermometers read °F"
        />
      </div>
      <h2 className="panel-title">The order of my shop</h2>
      <ol className="kit-list shop-order" aria-label="The order of my shop">
        {order.map((group, i) => (
          <li key={group} className="kit-row">
            <span>{GROUP_NAMES[group]}</span>
            <span>
              <IconButton
                size="small"
                disabled={i === 0}
                aria-label={`${GROUP_NAMES[group]} earlier`}
                onClick={() => move(i, -1)}
              >
                <ArrowUpward fontSize="small" />
              </IconButton>
              <IconButton
                size="small"
                disabled={i === order.length - 1}
                aria-label={`${GROUP_NAMES[group]} later`}
                onClick={() => move(i, 1)}
              >
                <ArrowDownward fontSize="small" />
              </IconButton>
            </span>
          </li>
        ))}
      </ol>
    </>
  );
};

/** Who eats along, and how one cooks and buys. */
export const PeoplePage = () => {
  const { person } = useSession();
  const { book, error, refetch } = useBook(person.id);
  const [open, setOpen] = useState<DinerRow | 'new' | null>(null);
  const diners = book ? thingsOf(book, 'diner') : [];
  return (
    <KitchenFrame part="people">
      {error && !book && <Fault error={error} again={() => void refetch()} />}
      {!book && !error && <p className="waiting">Opening the kitchen …</p>}
      {book && (
        <section className="rows" aria-label="People and rules">
          <h2 className="panel-title">Who eats along</h2>
          {diners.length === 0 && (
            <p className="second">
              Nobody yet. Somebody with their own account shares the stock, the cooking plan and the shopping
              list once you name each other.
            </p>
          )}
          <ul className="kit-list" aria-label="Who eats along">
            {diners.map((row) => (
              <li key={row.id} className="kit-row">
                <button type="button" className="kit-line" onClick={() => setOpen(row)}>
                  <span className="kit-name">
                    <b>{row.thing.name}</b>
                  </span>
                  <span className="kit-keeps">
                    {dinerText(
                      row.thing,
                      book.mates.some((m) => m.athleteId === row.thing.personId),
                    )}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          <div>
            <Button onClick={() => setOpen('new')}>Add somebody</Button>
          </div>
          {book.mates.length > 0 && (
            <p className="second">
              You share your kitchen with {plural(book.mates.length, 'other account')}:{' '}
              {book.mates.map((m) => m.name).join(', ')}. They see your stock and what you plan to eat, and
              nothing else of your log.
            </p>
          )}
          <Rules row={rulesOf(book)} athleteId={person.id} />
        </section>
      )}
      {open !== null && (
        <DinerDialog athleteId={person.id} row={open === 'new' ? null : open} onClose={() => setOpen(null)} />
      )}
    </KitchenFrame>
  );
};
