import { BOARD_DAY, type DayType } from '../season/dayTypes.ts';
import type { Phase, Season } from '../season/season.ts';
import type { IsoDate } from '../../units/index.ts';
import { TARGET_WORDS, type TargetKey } from '../../nutrition/index.ts';

/** A signed change, with a date; the latest signed applies last. */
export interface ChangeOrder {
  id: string;
  /** The phase it was signed for: it ends with it. */
  phaseId: string;
  from: IsoDate;
  until: IsoDate | null;
  /** Day types it binds; null binds all. */
  dayTypes: string[] | null;
  macro: TargetKey;
  /** kcal for energy, grams for everything else. */
  change: { kind: 'relative' | 'absolute'; amount: number };
  /** The food that carries the change ("potato in meal 4"); null when none is named. */
  lever: string | null;
  /** Orders of one day follow this moment, ISO 8601. */
  signedAt: string;
  /**
   * With a hard caution it binds from the day on which the second confirmation came; null while it has not come.
   * Undefined for an order that waits for nobody.
   */
  heldUntil?: IsoDate | null;
}

/** What an order changes and by how much: "Carbs −20 g", "Energy to 2400 kcal". */
export const changeText = ({ macro, change }: Pick<ChangeOrder, 'macro' | 'change'>): string => {
  const unit = macro === 'ENERC' ? 'kcal' : 'g';
  return change.kind === 'absolute'
    ? `${TARGET_WORDS[macro]} to ${change.amount} ${unit}`
    : `${TARGET_WORDS[macro]} ${change.amount < 0 ? '−' : '+'}${Math.abs(change.amount)} ${unit}`;
};

/** The day types an order binds, by name: "all days", "low and rest days". */
export const orderDays = (
  { phaseId, dayTypes }: Pick<ChangeOrder, 'phaseId' | 'dayTypes'>,
  { phases }: Pick<Season, 'phases'>,
): string => {
  if (dayTypes === null) return 'all days';
  const phase = phases.find((p) => p.id === phaseId);
  const names = dayTypes.map((id) => (phase?.dayTypes.find((t) => t.id === id)?.name ?? id).toLowerCase());
  return `${names.join(' and ')} days`;
};

/** The first day that an order binds, or undefined while it waits for a confirmation. */
export const orderStart = (order: Pick<ChangeOrder, 'from' | 'heldUntil'>): IsoDate | undefined => {
  if (order.heldUntil === undefined) return order.from;
  if (order.heldUntil === null) return undefined;
  return order.heldUntil > order.from ? order.heldUntil : order.from;
};

/** True when an order binds on a date of this phase and day type. */
export const orderBinds = (order: ChangeOrder, date: IsoDate, phase: Phase, dayType: DayType): boolean => {
  // What a board plans is changed on the board.
  if (dayType.id === BOARD_DAY) return false;
  if (order.phaseId !== phase.id || (order.until !== null && date > order.until)) return false;
  const start = orderStart(order);
  return (
    start !== undefined && start <= date && (order.dayTypes === null || order.dayTypes.includes(dayType.id))
  );
};

/** The order in which orders act: by the moment of signing, whatever zone it is written in. */
export const byMoment = (a: ChangeOrder, b: ChangeOrder): number =>
  Date.parse(a.signedAt) - Date.parse(b.signedAt) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
