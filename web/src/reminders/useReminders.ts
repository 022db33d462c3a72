import { type DayDocument, waterEntries } from '@maul/contract/diary';
import type { InStock, KitchenBook } from '@maul/contract/kitchen';
import { type Reminder, remindersDue, remindersOf } from '@maul/core/reminders';
import { keepsUntil } from '@maul/core/kitchen';
import { replaceEqualDeep } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { deviceZone } from '../data/device.ts';
import { thingsOf, useBook, useStock } from '../data/kitchen/kitchenWork.ts';
import { type LeftReminders, REMINDERS } from '../data/leftReminders.ts';
import { keepAside } from '../data/reach.ts';
import { useOwnDayBesideMeals } from '../data/session.ts';
import { deadlinesOf } from '../diary/index.ts';
import { notify } from './notify.ts';
import { saidHere, sayDone } from './said.ts';
import { useWishes } from './wishes.ts';

const MINUTE = 60_000;
/** A browser keeps no longer time than this, and a day may turn meanwhile. */
const LOOK_AGAIN_MS = 15 * MINUTE;

/** Timers that run, of all batches. */
const timersOf = (book: KitchenBook) =>
  thingsOf(book, 'batch').flatMap((row) =>
    row.thing.steps.flatMap((step) =>
      row.thing.done || step.startedAt === null || step.endedAt !== null || step.minutes === null
        ? []
        : [
            {
              id: step.id,
              name: row.thing.name,
              step: step.text.trim() === '' ? 'Timer' : step.text,
              endsAt: Date.parse(step.startedAt) + step.minutes * MINUTE,
              to: `/kitchen/batch/${row.id}`,
            },
          ],
    ),
  );

/** Who has paused the log is not asked for a morning. */
const isPaused = ({ standing, date }: Pick<DayDocument, 'standing' | 'date'>): boolean =>
  standing.some(
    ({ thing }) =>
      thing.kind === 'pause' && thing.from <= date && (thing.until === null || thing.until >= date),
  );

/** What a day and a kitchen remind of. What is not known yet reminds of nothing. */
export const remindersIn = (
  day: Omit<DayDocument, 'meals' | 'portions'>,
  book: KitchenBook | undefined,
  stock: readonly InStock[] | undefined,
): Reminder[] => {
  const drinks = waterEntries(day.entries).filter((w) => w.done && w.day === day.date);
  return remindersOf({
    date: day.date,
    zone: day.athlete.zone,
    waking: day.athlete.profile.routine.waking,
    weighedIn: day.weighIn !== null || isPaused(day),
    water: deadlinesOf(day),
    drunk: drinks.reduce((sum, w) => sum + w.millilitres, 0),
    timers: book ? timersOf(book) : [],
    stock: (stock ?? []).flatMap((item) => {
      const { until } = keepsUntil(item);
      return until === null || item.left < 1
        ? []
        : [{ name: item.name, until: Date.parse(until), frozen: item.place === 'freezer' }];
    }),
  });
};

/** What is to be said on this page now. Behind another window it is a notification, where that is allowed; else it waits for the eyes. */
export const useReminders = (athleteId: string): { due: Reminder[]; done: (id: string) => void } => {
  const day = useOwnDayBesideMeals();
  const { book } = useBook(athleteId);
  const { stock } = useStock(athleteId, '', true, false);
  const { kinds, quietFrom, quietTo } = useWishes();
  const [due, setDue] = useState<Reminder[]>([]);
  const [turn, setTurn] = useState(0);
  const [reminders, setReminders] = useState<Reminder[]>([]);
  useEffect(() => {
    // The same again is neither kept aside nor looked through anew.
    setReminders((before) => replaceEqualDeep(before, day ? remindersIn(day, book, stock) : []));
  }, [day, book, stock]);
  useEffect(() => {
    const wishes = { kinds: [...kinds], quietFrom, quietTo };
    void keepAside(REMINDERS, { reminders, wishes, said: [...saidHere()] } satisfies LeftReminders);
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const look = async (): Promise<void> => {
      clearTimeout(timer);
      const now = Date.now();
      const found = remindersDue(reminders, wishes, saidHere(), now, deviceZone());
      const wait = Math.min(LOOK_AGAIN_MS, found.next === null ? LOOK_AGAIN_MS : found.next - now);
      timer = setTimeout(() => void look(), wait);
      const still: Reminder[] = [];
      for (const one of found.due) {
        if (document.visibilityState === 'hidden' && (await notify(one).catch(() => false))) sayDone(one.id);
        else still.push(one);
      }
      if (!over) setDue(still);
    };
    const seen = (): void => void look();
    void look();
    document.addEventListener('visibilitychange', seen);
    // What is done in another window of this browser is done here.
    window.addEventListener('storage', seen);
    return () => {
      over = true;
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('storage', seen);
    };
  }, [reminders, kinds, quietFrom, quietTo, turn]);
  return {
    due,
    done: (id) => {
      sayDone(id);
      setTurn((t) => t + 1);
    },
  };
};
