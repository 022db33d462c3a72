import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import ICAL from 'ical.js';
import { openTestHouse, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

test('a coach has the dates of everybody who shares, also as a calendar that a general library reads', async () => {
  const coach = await house.signUp('coach', 'Keeper of Dates');
  const none = (await coach.get('/api/roster/dates').expect(200)).body as ResponseOf<'teamDates'>;
  expect(none.dates).toEqual([]);
  const shared = await house.athlete('Shared');
  await house.athlete('Not Shared');
  await house.share(shared, coach);
  const { dates } = (await coach.get('/api/roster/dates').expect(200)).body as ResponseOf<'teamDates'>;
  // Twelve weeks hold twelve check-in days, or thirteen from one to the same weekday.
  expect([12, 13]).toContain(dates.filter((d) => d.kind === 'week').length);
  expect(new Set(dates.map((d) => d.name))).toEqual(new Set(['Shared']));
  const { text, headers } = await coach.get('/api/roster/dates.ics').expect(200);
  expect(headers['content-type']).toBe('text/calendar; charset=utf-8');
  // Reference: ical.js, by RFC 5545.
  const events = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
  expect(
    events.map((event) => {
      const { startDate, summary } = new ICAL.Event(event);
      return `${startDate.toString()} ${summary}`;
    }),
  ).toEqual(dates.map((d) => `${d.from} Shared: ${d.what}`));
  await house.agent().get('/api/roster/dates.ics').expect(401);
});
