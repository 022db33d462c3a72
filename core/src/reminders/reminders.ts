import { isSilent } from '../coaching/index.ts';
import { slotClock } from '../peak/index.ts';
import { instantAt, minutesOf, type IsoDate } from '../units/index.ts';

export const REMINDER_KINDS = ['weigh-in', 'water', 'timer', 'use-by'] as const;
export type ReminderKind = (typeof REMINDER_KINDS)[number];

/** Something that is said once at its time. Moments in ms since 1970. */
export interface Reminder {
  /** The same thing has the same id on every device and after every change, so that it is said once. */
  id: string;
  kind: ReminderKind;
  at: number;
  /** From then on it is of no use and is not said any more. */
  until: number;
  title: string;
  body: string;
  /** The address in Maul where it is done. */
  to: string;
}

/** What an athlete's day and kitchen hold that may want a reminder. */
export interface Remindable {
  date: IsoDate;
  zone: string;
  /** HH:MM. */
  waking: string;
  weighedIn: boolean;
  /** By when how much water is planned since waking, and what is logged by now. Minutes after midnight, mL. */
  water: readonly { at: number; millilitres: number }[];
  drunk: number;
  /** Timers that run. */
  timers: readonly { id: string; name: string; step: string; endsAt: number; to: string }[];
  /** What is in stock, with the moment until which it may be eaten. */
  stock: readonly { name: string; until: number; frozen: boolean }[];
}

const MINUTE = 60_000;
/** After waking, before a deadline, and how long each is of use, minutes. common practice, no source. */
const AFTER_WAKING = 15;
const MORNING = 180;
const BEFORE_DEADLINE = 45;
const STOCK_AFTER_WAKING = 60;
const TIMER_OF_USE = 60;
/** So many names are said; the others are counted. */
const NAMED = 3;

const litres = (millilitres: number): string => `${(millilitres / 1000).toFixed(2).replace(/0$/, '')} L`;

const waterOf = ({ date, zone, water, drunk }: Remindable): Reminder[] =>
  water.flatMap(({ at, millilitres }) =>
    drunk >= millilitres
      ? []
      : [
          {
            id: `water ${date} ${at}`,
            kind: 'water',
            at: instantAt(date, at - BEFORE_DEADLINE, zone).getTime(),
            until: instantAt(date, at, zone).getTime(),
            title: `Water by ${slotClock(at)}`,
            body: `${litres(millilitres)} are planned since waking, ${litres(drunk)} are logged. Do not drink all that is missing at once.`,
            to: '/today',
          },
        ],
  );

/** What ends today or before one is up tomorrow, in one sentence; frozen food has no day on which it must go. */
const stockOf = ({ date, zone, waking, stock }: Remindable): Reminder[] => {
  const at = instantAt(date, minutesOf(waking) + STOCK_AFTER_WAKING, zone).getTime();
  const until = instantAt(date, 1440, zone).getTime();
  const tomorrow = instantAt(date, 1440 + minutesOf(waking) + STOCK_AFTER_WAKING, zone).getTime();
  const ends = stock.filter((s) => !s.frozen && s.until > at && s.until <= tomorrow);
  if (ends.length === 0) return [];
  const counts = new Map<string, number>();
  for (const { name } of ends) counts.set(name, (counts.get(name) ?? 0) + 1);
  const names = [...counts].map(([name, many]) => (many === 1 ? name : `${many} x ${name}`));
  const more = names.length - NAMED;
  return [
    {
      id: `use-by ${date}`,
      kind: 'use-by',
      at,
      until,
      title: 'Eat or freeze today',
      body: `${names.slice(0, NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''}.`,
      to: '/kitchen',
    },
  ];
};

/**
 * Everything that an athlete may be reminded of on a day, earliest first: the weigh-in after waking, water before its deadline while less is logged, timers
 * that end, food whose last day it is. What is done already is not in it. Times are common practice, no source.
 */
export const remindersOf = (of: Remindable): Reminder[] => {
  const { date, zone, waking, weighedIn, timers } = of;
  const up = minutesOf(waking);
  const morning: Reminder[] = weighedIn
    ? []
    : [
        {
          id: `weigh-in ${date}`,
          kind: 'weigh-in',
          at: instantAt(date, up + AFTER_WAKING, zone).getTime(),
          until: instantAt(date, up + MORNING, zone).getTime(),
          title: 'Weigh in',
          body: 'Before eating and drinking, after the toilet, on the same scale.',
          to: '/morning',
        },
      ];
  const ends = timers.map((t): Reminder => ({
    id: `timer ${t.id} ${t.endsAt}`,
    kind: 'timer',
    at: t.endsAt,
    until: t.endsAt + TIMER_OF_USE * MINUTE,
    title: `${t.step}: the time is up`,
    body: t.name,
    to: t.to,
  }));
  return [...morning, ...waterOf(of), ...ends, ...stockOf(of)].sort((a, b) => a.at - b.at);
};

/** What one wants to be reminded of on a device, and when not. Clock times of the device's zone; equal times are no quiet hours. */
export interface ReminderWishes {
  kinds: readonly ReminderKind[];
  quietFrom: string;
  quietTo: string;
}

/**
 * What is to be said now, and the moment to look again (null: nothing more is coming). In quiet hours only timers are said, which somebody started and waits
 * for; what is of use afterwards waits until the hours end.
 */
export const remindersDue = (
  reminders: readonly Reminder[],
  { kinds, quietFrom, quietTo }: ReminderWishes,
  said: ReadonlySet<string>,
  now: number,
  zone: string,
): { due: Reminder[]; next: number | null } => {
  const open = reminders.filter((r) => kinds.includes(r.kind) && !said.has(r.id) && r.until > now);
  const quiet = isSilent({ from: quietFrom, to: quietTo, zone }, new Date(now));
  const come = open.filter((r) => r.at <= now);
  const due = come.filter((r) => !quiet || r.kind === 'timer');
  const waits = come.length > due.length;
  const coming = open.flatMap((r) => (r.at > now ? [r.at] : []));
  // While something waits for the end of the quiet hours, every minute is looked at.
  const next = [...coming, ...(waits ? [now + MINUTE] : [])];
  return { due, next: next.length === 0 ? null : Math.min(...next) };
};
