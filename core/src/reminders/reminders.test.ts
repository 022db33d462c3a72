import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isoDate } from '../units/index.ts';
import {
  REMINDER_KINDS,
  type Remindable,
  type Reminder,
  type ReminderWishes,
  remindersDue,
  remindersOf,
} from './reminders.ts';

// The times of reminders are common practice, no source.
const at = (time: string, day = '2026-11-29'): number => Date.parse(`${day}T${time}:00+01:00`);
const nothing: Remindable = {
  date: isoDate('2026-11-29'),
  zone: 'Europe/Vienna',
  waking: '06:00',
  weighedIn: true,
  water: [],
  drunk: 0,
  timers: [],
  stock: [],
};
const of = (change: Partial<Remindable>): Reminder[] => remindersOf({ ...nothing, ...change });
const clock = ({ at: ms }: Reminder): string => new Date(ms + 3_600_000).toISOString().slice(11, 16);

describe('what an athlete may be reminded of', () => {
  test('a day on which all is done reminds of nothing', () => expect(of({})).toEqual([]));
  test('weighing in, a quarter of an hour after waking and for the morning only', () => {
    const [one, ...rest] = of({ weighedIn: false });
    expect(rest).toEqual([]);
    expect(one).toMatchObject({ kind: 'weigh-in', at: at('06:15'), until: at('09:00'), to: '/morning' });
  });
  test('water 45 minutes before its deadline, only while less is logged, and never all at once', () => {
    const water = [
      { at: 570, millilitres: 900 },
      { at: 780, millilitres: 1800 },
    ];
    const both = of({ water, drunk: 850 });
    expect(both.map((r) => [r.title, clock(r)])).toEqual([
      ['Water by 09:30', '08:45'],
      ['Water by 13:00', '12:15'],
    ]);
    expect(both[0]?.body).toBe(
      '0.9 L are planned since waking, 0.85 L are logged. Do not drink all that is missing at once.',
    );
    expect(of({ water, drunk: 900 }).map((r) => r.title)).toEqual(['Water by 13:00']);
    expect(of({ water, drunk: 1800 })).toEqual([]);
  });
  test('a deadline after midnight belongs to the night', () => {
    const [one] = of({ water: [{ at: 1470, millilitres: 4000 }] });
    expect(one).toMatchObject({ title: 'Water by 00:30', until: at('00:30', '2026-11-30') });
  });
  test('food whose last day it is, counted by name, frozen food never', () => {
    const ends = (name: string, until: number, frozen = false) => ({ name, until, frozen });
    const stock = [
      ends('Turkey and rice', at('17:42')),
      ends('Turkey and rice', at('17:42')),
      ends('Skyr', at('04:00', '2026-11-30')),
      ends('Salmon', at('20:00')),
      ends('Beans', at('21:00')),
      ends('Chili', at('12:00'), true),
      ends('Oats', at('12:00', '2026-12-03')),
      ends('Eggs, boiled', at('05:00')),
    ];
    expect(of({ stock })).toEqual([
      expect.objectContaining({
        id: 'use-by 2026-11-29',
        at: at('07:00'),
        body: '2 x Turkey and rice, Skyr, Salmon and 1 more.',
      }),
    ]);
  });
  test('a timer at its end; started anew it is another one', () => {
    const timer = { id: 's1', name: 'Turkey, Sunday', step: 'Simmer', endsAt: at('18:20'), to: '/b/1' };
    const [one] = of({ timers: [timer] });
    expect(one).toMatchObject({ title: 'Simmer: the time is up', body: 'Turkey, Sunday', at: at('18:20') });
    const [later] = of({ timers: [{ ...timer, endsAt: at('18:25') }] });
    expect(later?.id).not.toBe(one?.id);
  });
});

describe('what is said now', () => {
  const all: ReminderWishes = { kinds: REMINDER_KINDS, quietFrom: '22:00', quietTo: '05:00' };
  const timers = [{ id: 's', name: 'Oats', step: 'Bake', endsAt: at('23:10'), to: '/b' }];
  const day = of({
    weighedIn: false,
    water: [{ at: 1365, millilitres: 3000 }],
    timers,
  });
  const due = (time: string, wishes = all, said: string[] = []) => {
    const found = remindersDue(day, wishes, new Set(said), at(time), 'Europe/Vienna');
    return { due: found.due.map((r) => r.kind), next: found.next };
  };
  test('nothing before its time, and when to look again', () =>
    expect(due('06:00')).toEqual({ due: [], next: at('06:15') }));
  test('once only', () => {
    expect(due('06:15').due).toEqual(['weigh-in']);
    expect(due('06:15', all, ['weigh-in 2026-11-29']).due).toEqual([]);
  });
  test('what one does not want is never said', () =>
    expect(due('06:15', { ...all, kinds: ['timer'] })).toEqual({ due: [], next: at('23:10') }));
  test('what is over is not said: the morning at noon', () => expect(due('12:00').due).toEqual([]));
  test('in quiet hours only the timer that somebody started', () => {
    expect(due('22:10')).toEqual({ due: [], next: at('22:11') });
    expect(due('23:10').due).toEqual(['timer']);
  });
  test('what is still of use is said when the quiet hours end', () => {
    const late = { ...all, quietTo: '06:30' };
    expect(due('06:20', late).due).toEqual([]);
    expect(due('06:30', late).due).toEqual(['weigh-in']);
  });
  test('law: looked at whenever it says, each is said once at most, at its time and before it is of no use', () => {
    const kind = fc.constantFrom(...REMINDER_KINDS);
    const minute = fc.integer({ min: 0, max: 1439 });
    const reminder = fc
      .tuple(kind, minute, fc.integer({ min: 1, max: 600 }), fc.uuid())
      .map(([k, from, length, id]): Reminder => ({
        id,
        kind: k,
        at: at('00:00') + from * 60_000,
        until: at('00:00') + (from + length) * 60_000,
        title: '',
        body: '',
        to: '/',
      }));
    const wishes = fc.record({
      kinds: fc.subarray([...REMINDER_KINDS]),
      quietFrom: fc.constantFrom('22:00', '10:00', '00:00'),
      quietTo: fc.constantFrom('05:00', '11:30', '00:00'),
    });
    fc.assert(
      fc.property(fc.array(reminder, { maxLength: 12 }), wishes, (list, wanted) => {
        const said = new Set<string>();
        let now: number | null = at('00:00');
        for (let turn = 0; now !== null && turn < 5000; turn += 1) {
          const found = remindersDue(list, wanted, said, now, 'Europe/Vienna');
          for (const r of found.due) {
            expect(said.has(r.id)).toBe(false);
            expect(r.at <= now && now < r.until && wanted.kinds.includes(r.kind)).toBe(true);
            said.add(r.id);
          }
          expect(found.next === null || found.next > now).toBe(true);
          now = found.next;
        }
        // It ended by itself, and without quiet hours nothing that is wanted was missed.
        expect(now).toBeNull();
        if (wanted.quietFrom === wanted.quietTo)
          expect([...said].sort()).toEqual(
            list.flatMap((r) => (wanted.kinds.includes(r.kind) ? [r.id] : [])).sort(),
          );
      }),
    );
  });
});
