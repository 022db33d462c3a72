import type { LedgerRow, MovementOrder } from '@maul/contract/body';
import type { CameRow, Packet } from '@maul/contract/coaching';
import { type DayEntryRow, waterEntries } from '@maul/contract/diary';
import type { Athlete } from '@maul/contract/people';
import type { OrderRow } from '@maul/contract/plan';
import { cycleStarts, LOOK_BACK_DAYS, movementWords, weekMean } from '@maul/core/body';
import { PACKET_DAYS, type PacketDay, type PacketRow, type RowWindow } from '@maul/core/coaching';
import { SOFT_BELOW } from '@maul/core/diary';
import type { TargetKey } from '@maul/core/nutrition';
import {
  changeText,
  countdown,
  dayTypeOn,
  orderDays,
  phaseName,
  phaseOn,
  phaseWeek,
  type Season,
  sodiumOfDay,
} from '@maul/core/plan';
import { addDays, daysBetween, type IsoDate } from '@maul/core/units';
import { basesAround, countingMornings, ledgerIn, movementOrders, saidOnWaking } from '../body/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ordersFor, seasonOn, standingFor } from '../plan/index.ts';
import { openQuestions } from './store/weeks.ts';
import { type WeekDay, weekSheets } from './weekSheets.ts';

/** Which nutrient each row is read from. */
const NUTRIENT: Readonly<Partial<Record<PacketRow, TargetKey>>> = {
  energy: 'ENERC',
  protein: 'PROCNT',
  carbs: 'CARB',
  fat: 'FAT',
  fibre: 'FIBTG',
};
/** Sleep, hunger, digestion and energy felt are read against these. common practice, no source. */
const USUAL: Readonly<Partial<Record<PacketRow, RowWindow>>> = {
  sleep: { low: 7, high: null },
  hunger: { low: 1, high: 3 },
  vigour: { low: 3, high: null },
  digestion: { low: 3, high: null },
  weighed: { low: SOFT_BELOW, high: null },
};

/** Minutes of what was done; undefined where nothing of the kind was said. */
const minutesOf = (entries: readonly DayEntryRow[], kind: 'training' | 'cardio'): number | undefined => {
  const done = entries.flatMap(({ thing }) =>
    thing.kind === kind && thing.done ? [thing.minutes ?? 0] : [],
  );
  return done.length === 0 ? undefined : done.reduce((a, b) => a + b, 0);
};

const finite = (window: { low: number; high: number }): RowWindow => ({
  low: window.low,
  high: Number.isFinite(window.high) ? window.high : null,
});

/** One day as it is read in a week; days without a log say nothing of what was eaten. */
export const packetDay = (
  { day, sheet, targets, portions, entries }: WeekDay,
  dayType: string | null,
  said: { kg: number | undefined; steps: number | undefined },
): PacketDay => {
  const figures: PacketDay['figures'] = {};
  const windows: PacketDay['windows'] = {};
  const atLeast: PacketRow[] = [];
  const put = (row: PacketRow, value: number | null | undefined): void => {
    if (value !== undefined && value !== null) figures[row] = value;
  };
  if (sheet.nutrients.ENERC.eaten > 0) {
    for (const [row, key] of Object.entries(NUTRIENT) as [PacketRow, TargetKey][]) {
      put(row, sheet.nutrients[key].eaten);
      if (sheet.nutrients[key].atLeast) atLeast.push(row);
    }
    const eaten = portions.flatMap((p) =>
      p.grams === null ? [] : [{ per100g: p.food.per100g, grams: p.grams }],
    );
    const sodium = sodiumOfDay(eaten, false);
    put('sodium', sodium.mg);
    if (sodium.atLeast) atLeast.push('sodium');
    put('weighed', sheet.weighedShare);
  }
  for (const [row, key] of Object.entries(NUTRIENT) as [PacketRow, TargetKey][]) {
    const window = targets?.windows[key];
    if (window) windows[row] = finite(window);
  }
  const drunk = waterEntries(entries).filter((w) => w.done);
  if (drunk.length > 0)
    put(
      'water',
      drunk.reduce((sum, w) => sum + w.millilitres, 0),
    );
  put('weight', said.kg);
  put('training', minutesOf(entries, 'training'));
  put('cardio', minutesOf(entries, 'cardio'));
  const morning = entries.flatMap(({ thing }) => (thing.kind === 'morning' ? [thing] : [])).at(-1);
  // Steps of a day are said the morning after it.
  put('steps', said.steps);
  put('sleep', morning?.sleepHours);
  put('hunger', morning?.hunger);
  put('vigour', morning?.energy);
  put('digestion', morning?.digestion);
  return { day, dayType, figures, atLeast, windows: { ...USUAL, ...windows } };
};

/** The last look of each day, on waking or after a meal. */
const looksOf = (entries: readonly DayEntryRow[]): Packet['looks'] => {
  const last = new Map<IsoDate, Packet['looks'][number]>();
  for (const { day, thing } of entries)
    if (thing.kind === 'look' || thing.kind === 'morning') {
      const { fullness, tightness } = thing;
      const waist = thing.kind === 'look' ? (thing.waist ?? null) : null;
      if (fullness !== null || tightness !== null || waist !== null)
        last.set(day, { day, fullness, tightness, waist });
    }
  return [...last.values()];
};

/** Changes of so many days up to the end of a week are told with it. */
const CHANGED_DAYS = 56;
const MOST_CHANGES = 8;

/** What a change was, with what came of it. */
const whatChanged = (
  row: LedgerRow,
  season: Season,
  orders: readonly OrderRow[],
  movement: readonly MovementOrder[],
): CameRow => {
  const food = orders.find((o) => o.id === row.id);
  const moved = movement.find((o) => o.id === row.id);
  const phase = season.phases.find((p) => p.id === row.id);
  const what = food
    ? `${changeText(food)} on ${orderDays(food, season)}`
    : moved
      ? movementWords(moved.movement)
      : `${phase ? phaseName(phase) : 'a phase'} began`;
  return { ...row, what };
};

/** The days of a week as the log says them now, and what they were made from. */
const readWeek = async (trx: AppTransaction, athlete: Athlete, to: IsoDate) => {
  const from = addDays(to, 1 - PACKET_DAYS);
  const sheets = await weekSheets(trx, athlete, from, to);
  // What is compared before and after a change reaches further back than two weeks.
  const mornings = await countingMornings(trx, athlete.id, addDays(to, 1 - LOOK_BACK_DAYS), addDays(to, 1));
  const season = await seasonOn(trx, athlete.id, to);
  const { periods, steps } = await saidOnWaking(trx, athlete.id, from, to);
  const kgOn = new Map(mornings.map((m) => [m.day, m.kg]));
  const days = sheets.map((one) => {
    const on = phaseOn(season, one.day);
    const type = one.targets?.dayType ?? (on && dayTypeOn(on, one.day));
    return packetDay(one, type?.name ?? null, { kg: kgOn.get(one.day), steps: steps.get(one.day) });
  });
  return { from, sheets, mornings, season, periods, days };
};

/** The days of a week alone. */
export const packetDays = async (
  trx: AppTransaction,
  athlete: Athlete,
  to: IsoDate,
): Promise<Packet['days']> => (await readWeek(trx, athlete, to)).days;

/** The week of an athlete up to a day, as the log says it now: the same figures as the day, the trend and the plan show. */
export const packetOf = async (
  trx: AppTransaction,
  athlete: Athlete,
  to: IsoDate,
  today: IsoDate,
): Promise<Packet> => {
  const { from, sheets, mornings, season, periods, days } = await readWeek(trx, athlete, to);
  const phase = phaseOn(season, to);
  const show = countdown(season, today);
  const orders = await ordersFor(trx, athlete.id, 'all');
  const movement = await movementOrders(trx, athlete.id);
  const start = athlete.profile.cycle ? cycleStarts(periods).findLast((d) => d <= to) : undefined;
  const week = (end: IsoDate): Packet['week'] => {
    const mean = weekMean(mornings, end);
    return mean ? { kg: mean.kg, mornings: mean.mornings } : null;
  };
  // A week is read on the morning after it, as Today and Trend are.
  const asOf = to < today ? addDays(to, 1) : today;
  const cautions = await standingFor(trx, athlete, asOf);
  const came = ledgerIn({
    season,
    orders,
    movement,
    mornings: mornings.filter((m) => m.day <= asOf),
    weightKg: (await basesAround(trx, athlete.id, asOf)).at(-1)?.weightKg ?? 0,
    from: addDays(asOf, -LOOK_BACK_DAYS),
    today: asOf,
  })
    .filter((row) => row.from > addDays(to, -CHANGED_DAYS))
    .slice(0, MOST_CHANGES);
  return {
    from,
    to,
    days,
    phase: phase ? { kind: phase.kind, ...phaseWeek(phase, to) } : null,
    show: show ? { name: show.event.name, days: show.days } : null,
    week: week(to),
    before: week(addDays(from, -1)),
    wanted: phase?.rate ?? null,
    cycleDay: start === undefined ? null : daysBetween(start, to) + 1,
    looks: looksOf(sheets.flatMap((one) => one.entries)),
    orders: orders
      .filter((o) => o.acknowledgedAt === null || (o.from <= to && (o.until === null || o.until >= from)))
      .slice(0, 20)
      .map((o) => o.id),
    questions: await openQuestions(trx, athlete.id),
    ...(came.length > 0 ? { came: came.map((row) => whatChanged(row, season, orders, movement)) } : {}),
    ...(cautions.length > 0 ? { cautions } : {}),
  };
};
