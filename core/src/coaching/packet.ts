import { type Caution, cautionSeen } from '../plan/index.ts';
import { addDays, daysBetween, type IsoDate, weekday, whole } from '../units/index.ts';

/** What a week is read by, one row each. Energy in kcal, sodium in mg, water in mL, weight in kg, marks 1 to 5, the weighed share from 0 to 1. */
export const PACKET_ROWS = [
  'energy',
  'protein',
  'carbs',
  'fat',
  'fibre',
  'sodium',
  'water',
  'weight',
  'steps',
  'cardio',
  'training',
  'sleep',
  'hunger',
  'vigour',
  'digestion',
  'weighed',
] as const;
export type PacketRow = (typeof PACKET_ROWS)[number];

/** A window; the high end is missing where more is never too much. */
export interface RowWindow {
  low: number;
  high: number | null;
}

/** One day of a packet. A figure that is missing is not known. */
export interface PacketDay {
  day: IsoDate;
  /** What the day was planned as; null outside every phase. */
  dayType: string | null;
  figures: Partial<Record<PacketRow, number>>;
  /** Rows of which something is not stated: the figure is at least so much. */
  atLeast: PacketRow[];
  windows: Partial<Record<PacketRow, RowWindow>>;
}

/** Weeks begin and end with these many days. */
export const PACKET_DAYS = 7;

/** Mean of the days that are known, and how many those are; undefined where none is. */
export const rowMean = (
  days: readonly PacketDay[],
  row: PacketRow,
): { mean: number; days: number } | undefined => {
  const known = days.flatMap((d) => d.figures[row] ?? []);
  return known.length === 0
    ? undefined
    : { mean: known.reduce((a, b) => a + b, 0) / known.length, days: known.length };
};

/** The mean window of the days that have one. */
export const meanWindow = (days: readonly PacketDay[], row: PacketRow): RowWindow | undefined => {
  const windows = days.flatMap((d) => d.windows[row] ?? []);
  if (windows.length === 0) return undefined;
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
  const highs = windows.flatMap((w) => w.high ?? []);
  return { low: mean(windows.map((w) => w.low)), high: highs.length < windows.length ? null : mean(highs) };
};

/** Where a figure lies against its window. A figure that is at least so much is never short. */
export const rowState = (value: number, window: RowWindow, atLeast = false): 'short' | 'inside' | 'over' => {
  if (window.high !== null && value > window.high + 1e-9) return 'over';
  return value < window.low - 1e-9 && !atLeast ? 'short' : 'inside';
};

/** How a row is said: its name, its unit, and how many times its figure is. */
export const ROW_WORDS: Readonly<
  Record<PacketRow, { name: string; unit: string; per: number; digits: number }>
> = {
  energy: { name: 'Energy', unit: 'kcal', per: 1, digits: 0 },
  protein: { name: 'Protein', unit: 'g', per: 1, digits: 0 },
  carbs: { name: 'Carbs', unit: 'g', per: 1, digits: 0 },
  fat: { name: 'Fat', unit: 'g', per: 1, digits: 0 },
  fibre: { name: 'Fibre', unit: 'g', per: 1, digits: 0 },
  sodium: { name: 'Sodium', unit: 'mg', per: 1, digits: 0 },
  water: { name: 'Water', unit: 'L', per: 0.001, digits: 1 },
  weight: { name: 'Weight', unit: 'kg', per: 1, digits: 1 },
  steps: { name: 'Steps', unit: '', per: 1, digits: 0 },
  cardio: { name: 'Cardio', unit: 'min', per: 1, digits: 0 },
  training: { name: 'Training', unit: 'min', per: 1, digits: 0 },
  sleep: { name: 'Sleep', unit: 'h', per: 1, digits: 1 },
  hunger: { name: 'Hunger', unit: '1 to 5', per: 1, digits: 0 },
  vigour: { name: 'Energy felt', unit: '1 to 5', per: 1, digits: 0 },
  digestion: { name: 'Digestion', unit: '1 to 5', per: 1, digits: 0 },
  weighed: { name: 'Weighed', unit: '%', per: 100, digits: 0 },
};

/** A figure of a row as it is read, without its unit. */
export const rowText = (row: PacketRow, value: number): string => {
  const { per, digits } = ROW_WORDS[row];
  return digits === 0 ? whole(value * per) : (value * per).toFixed(digits);
};

/** Something on a day that stands out, beside its row. */
export interface Remark {
  day: IsoDate;
  row: PacketRow;
  /** How far it lies outside, in widths of its window; more stands out more. */
  far: number;
  /** "Carbs 12 g over.", "Only 58 % weighed." */
  sentence: string;
  /** The same in its own row: "12 g over", "only 58 %". */
  short: string;
}

/** Rows that are read against a window and get a remark of their own. */
const REMARKED: readonly PacketRow[] = [
  'energy', 'protein', 'carbs', 'fat', 'fibre', 'sodium', 'water', 'sleep', 'hunger', 'weighed',
]; // prettier-ignore

/**
 * What stands out in a week, the farthest first, one for each day and row, at most `most`: figures outside their windows by how many widths they
 * lie outside. A figure outside by less than a tenth of its window is not worth a word.
 */
export const remarksOf = (days: readonly PacketDay[], most = 6): Remark[] =>
  days
    .flatMap((day): Remark[] =>
      REMARKED.flatMap((row): Remark[] => {
        const [value, window] = [day.figures[row], day.windows[row]];
        if (value === undefined || !window) return [];
        const state = rowState(value, window, day.atLeast.includes(row));
        if (state === 'inside') return [];
        const off = state === 'over' ? value - (window.high ?? value) : window.low - value;
        const width = Math.max(
          (window.high ?? window.low * 1.1) - window.low,
          Math.abs(window.low) * 0.05,
          1e-9,
        );
        if (off / width < 0.1) return [];
        const { name, unit } = ROW_WORDS[row];
        const far = unit === '%' || unit === '' || unit === '1 to 5' ? '' : ` ${unit}`;
        const by = `${rowText(row, off)}${far} ${state === 'over' ? 'over' : 'under'}`;
        const said =
          row === 'weighed'
            ? { sentence: `Only ${rowText(row, value)} % weighed.`, short: `only ${rowText(row, value)} %` }
            : { sentence: `${name} ${by}.`, short: by };
        return [{ day: day.day, row, far: off / width, ...said }];
      }),
    )
    .sort((a, b) => b.far - a.far || a.day.localeCompare(b.day))
    .slice(0, most)
    .sort((a, b) => a.day.localeCompare(b.day) || PACKET_ROWS.indexOf(a.row) - PACKET_ROWS.indexOf(b.row));

/** A figure of a packet that was corrected in the log after it was sent. Missing is not known. */
export interface Correction {
  day: IsoDate;
  row: PacketRow;
  sent: number | undefined;
  now: number | undefined;
}

/** What the log says otherwise than the packet did when it was sent: every figure that reads otherwise, day by day. */
export const correctionsOf = (sent: readonly PacketDay[], now: readonly PacketDay[]): Correction[] =>
  sent.flatMap((before) => {
    const after = now.find((d) => d.day === before.day);
    return PACKET_ROWS.flatMap((row): Correction[] => {
      const [a, b] = [before.figures[row], after?.figures[row]];
      const read = (value: number | undefined): string => (value === undefined ? '' : rowText(row, value));
      return read(a) === read(b) ? [] : [{ day: before.day, row, sent: a, now: b }];
    });
  });

/** A packet that is due: the last day of its week, and since when; null while nothing is due. */
export interface Due {
  /** The last day of the week that it is about. */
  to: IsoDate;
  /** The day on which it falls due. */
  on: IsoDate;
  /** Days past that day. */
  late: number;
}

/**
 * Which packet is due on `today`: on the athlete's fixed weekday the seven days before it, in a peak week every day the days up to yesterday. `sentTo` is
 * the last day of the last packet that was sent. Weekdays from 1, Monday.
 *
 * @example
 * // A Wednesday; the Monday's packet was not sent: two days late.
 * checkInDue({ weekday: 1, today: '2026-11-25', sentTo: null, daily: false })?.late; // => 2
 */
export const checkInDue = ({
  weekday: fixed,
  today,
  sentTo,
  daily,
}: {
  weekday: number;
  today: IsoDate;
  sentTo: IsoDate | null;
  daily: boolean;
}): Due | null => {
  const on = daily ? today : addDays(today, -((weekday(today) - fixed + 7) % 7));
  const to = addDays(on, -1);
  if (sentTo !== null && sentTo >= to) return null;
  return { to, on, late: daysBetween(on, today) };
};

/** Rows of a packet by what the athlete shares: what is eaten and done, and what the body says. */
const OF_BODY: readonly PacketRow[] = ['weight', 'steps', 'sleep', 'hunger', 'vigour', 'digestion'];

/** What of a packet goes by what is shared. */
interface Seen {
  days: readonly PacketDay[];
  week: unknown;
  before: unknown;
  cycleDay: number | null;
  looks: readonly unknown[];
  questions: readonly unknown[];
  pictures?: readonly string[] | undefined;
  came?: readonly unknown[] | undefined;
  cautions?: readonly Pick<Caution, 'id'>[] | undefined;
}

/**
 * A packet as somebody sees it with whom only some of it is shared: figures of what is not shared are not known to them. Without the log there is no
 * energy, food, water or training; without the body no weight, sleep, marks, looks and cycle; what came of a change is told by the
 * mornings; without messages no words; without pictures none of them; cautions go by what they are told from.
 *
 * @param sees What is shared, of 'log', 'body' and 'messages'.
 * @example
 * const day = { day: isoDate('2026-11-02'), dayType: null, figures: { energy: 2400, weight: 78.2 }, atLeast: [], windows: {} };
 * const week = { days: [day], week: { kg: 78.2, mornings: 5 }, before: null, cycleDay: null, looks: [], questions: [] };
 * packetSeen(week, ['log']).days[0]?.figures // => { energy: 2400 }
 */
export const packetSeen = <P extends Seen>(packet: P, sees: readonly string[]): P => {
  const [log, body] = [sees.includes('log'), sees.includes('body')];
  const shown = (row: PacketRow): boolean => (OF_BODY.includes(row) ? body : log);
  return {
    ...packet,
    days: packet.days.map((day) => ({
      ...day,
      figures: Object.fromEntries(Object.entries(day.figures).filter(([row]) => shown(row as PacketRow))),
      atLeast: day.atLeast.filter(shown),
    })),
    ...(body ? {} : { week: null, before: null, cycleDay: null, looks: [] }),
    ...(sees.includes('messages') ? {} : { questions: [] }),
    ...(body || packet.came === undefined ? {} : { came: [] }),
    ...(packet.cautions === undefined
      ? {}
      : { cautions: packet.cautions.filter((caution) => cautionSeen(caution, sees)) }),
    ...(sees.includes('pictures') || packet.pictures === undefined ? {} : { pictures: [] }),
  };
};
