import { isOrder, type OrderTemplate } from '@maul/contract/coaching';
import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { numberIn } from '@maul/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { NUTRIENT_NAMES } from '../../ui/formats/show.ts';
import { type FormProps, Frame } from './Frame.tsx';

interface Draft {
  macro: TargetKey;
  kind: OrderTemplate['amount']['kind'];
  amount: string;
  days: string;
}
const draftOf = (order: OrderTemplate | null): Draft => ({
  macro: order?.macro ?? 'CARB',
  kind: order?.amount.kind ?? 'percent',
  amount: order ? String(order.amount.kind === 'percent' ? order.amount.percent : order.amount.perKg) : '',
  days: order?.dayTypes.join(', ') ?? '',
});

/** An order with relative numbers. */
export const OrderForm = ({ one, onDone }: FormProps) => {
  const [draft, setDraft] = useState(() => draftOf(one && isOrder(one.document) ? one.document : null));
  const change = (part: Partial<Draft>): void => setDraft((d) => ({ ...d, ...part }));
  const { macro, kind, amount, days } = draft;
  const value = numberIn(amount);
  const { unit } = NUTRIENT_NAMES[macro];
  return (
    <Frame
      one={one}
      onDone={onDone}
      about="An order in relative numbers: each athlete has other grams."
      documentOf={(reason) =>
        Number.isNaN(value) || value === 0
          ? null
          : {
              macro,
              amount: kind === 'percent' ? { kind, percent: value } : { kind, perKg: value },
              dayTypes: days
                .split(',')
                .map((name) => name.trim())
                .filter((name) => name !== ''),
              reason,
            }
      }
    >
      <div className="pair">
        <TextField
          select
          label="What"
          value={macro}
          onChange={(e) => change({ macro: e.target.value as TargetKey })}
        >
          {TARGET_KEYS.map((m) => (
            <MenuItem key={m} value={m}>
              {NUTRIENT_NAMES[m].name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="How"
          value={kind}
          onChange={(e) => change({ kind: e.target.value as Draft['kind'] })}
        >
          <MenuItem value="percent">More or less, in per cent</MenuItem>
          <MenuItem value="per-kg">Set, for each kg of body mass</MenuItem>
        </TextField>
      </div>
      <div className="pair">
        <TextField
          label={kind === 'percent' ? 'Change, %' : `${unit} for each kg`}
          placeholder={kind === 'percent' ? '-8' : '2.2'}
          value={amount}
          onChange={(e) => change({ amount: e.target.value })}
          error={amount !== '' && Number.isNaN(value)}
        />
        <TextField
          label="Day types by name (empty: every day)"
          placeholder="Low, Moderate"
          value={days}
          onChange={(e) => change({ days: e.target.value })}
        />
      </div>
    </Frame>
  );
};
