import type {
  Diner,
  Extra,
  InStock,
  KitchenRules,
  Of,
  Price,
  Recipe,
  StockContent,
} from '@maul/contract/kitchen';
import type { PortionFood } from '@maul/contract/foods';
import { isIsoDate } from '@maul/core/units';
import { format } from 'date-fns';
import { shortDate } from '../ui/formats/show.ts';

export type RecipeRow = Of<Recipe>;
export type DinerRow = Of<Diner>;
export type PriceRow = Of<Price>;
export type ExtraRow = Of<Extra>;
export type RulesRow = Of<KitchenRules>;

export const PLACES: readonly (readonly [StockContent['place'], string])[] = [
  ['fridge', 'fridge'],
  ['freezer', 'freezer'],
  ['cupboard', 'cupboard'],
  ['bag', 'bag'],
];

export const KINDS: Readonly<Record<StockContent['kind'], string>> = {
  box: 'box',
  left: 'leftover',
  raw: 'pack',
  opened: 'opened pack',
};

const SOON_MS = 36 * 3_600_000;

/** A moment as a day in the reader’s own clock; with the hour where it is near. */
export const momentText = (moment: string, now = Date.now()): string => {
  const date = new Date(moment);
  const day = format(date, 'yyyy-MM-dd');
  const near = Math.abs(date.getTime() - now) < SOON_MS;
  return `${isIsoDate(day) ? shortDate(day) : day}${near ? `, ${format(date, 'HH:mm')}` : ''}`;
};

/** What a portion keeps of a box: its food, and which box it was. */
export const boxFood = (item: Pick<InStock, 'id' | 'food'>): PortionFood => ({
  ...item.food,
  stockId: item.id,
});

/** A price in words: "2.50 €". */
export const money = (minor: number, currency: string): string =>
  `${(minor / 100).toFixed(2)}${currency === '' ? '' : ` ${currency}`}`;
