import type { Session } from '@maul/contract/people';
import { addDays, datesFrom, type IsoDate } from '@maul/core/units';
import { call } from './api.ts';
import { deviceToday } from './device.ts';
import { useOutbox } from './sending/outbox.ts';
import { laidDown } from './reach.ts';
import { onDevice, READY } from './remembered.ts';

/** How far the days of a device reach back and ahead: a week without a network, and what it is compared with. */
const BACK = 2;
const AHEAD = 9;
/** Kitchen plans are asked for so many days: the cooking plan, a trip or shopping, a menu. */
const PLANS = [8, 10, 14];
/** Days that Activity shows. */
const ACTIVITY = 34;
/** What the trend opens with. */
const SPAN = 84;
/** A device is made ready again after so long, ms. */
const AGAIN_MS = 6 * 3_600_000;
/** The page that was opened comes first, ms. */
const LATER_MS = 4000;

/** A page is quiet when nothing was pressed for so long, ms. */
const QUIET_MS = 800;
const PRESSES = ['keydown', 'pointerdown'] as const;

type Ask = () => Promise<unknown>;

/** Every question that a week in the kitchen, the gym and the hotel asks, most needed first. */
const questions = (athleteId: string, today: IsoDate): Ask[] => {
  const params = { athleteId };
  const days = datesFrom(today, AHEAD + 1).concat(datesFrom(addDays(today, -BACK), BACK));
  return [
    ...days.map(
      (date): Ask =>
        () =>
          call('day', { params: { athleteId, date } }),
    ),
    () => call('foodsToHand', { params }),
    () => call('ownFoods', { params }),
    () => call('foods', { params, query: { q: '', limit: 50 } }),
    () => call('kitchen', { params }),
    async () => {
      const { mates } = await call('kitchenBook', { params });
      for (const { athleteId: mate } of mates) await call('kitchenBook', { params: { athleteId: mate } });
    },
    // The kitchen's own module is not asked for before Today answers.
    async () => (await import('./kitchen/kitchenWork.ts')).askWholeStock(athleteId),
    ...PLANS.map(
      (many): Ask =>
        () =>
          call('kitchenPlan', { params, query: { from: today, to: addDays(today, many - 1) } }),
    ),
    () => call('standing', { params }),
    () => call('season', { params }),
    () => call('orders', { params }),
    () => call('movementOrders', { params }),
    () => call('cautions', { params }),
    () => call('trend', { params, query: {} }),
    () => call('trend', { params, query: { days: SPAN } }),
    () => call('measures', { params }),
    () => call('goesWith', { params }),
    () => call('pictures', { params, query: {} }),
    () => call('checkIns', { params }),
    () => call('words', { params }),
    () => call('questions'),
    () => call('hours'),
    () => call('log', { params, query: { from: addDays(today, -ACTIVITY), to: today } }),
    ...datesFrom(today, AHEAD).map(
      (to): Ask =>
        () =>
          call('log', { params, query: { from: addDays(to, -6), to } }),
    ),
  ];
};

/** Hears when something was last pressed. */
const presses = () => {
  let last = 0;
  const heard = (): void => void (last = Date.now());
  for (const press of PRESSES) addEventListener(press, heard, { capture: true, passive: true });
  return {
    /** Once nothing was pressed for a while: who types or weighs is not kept waiting by what is for later. */
    quiet: async (): Promise<void> => {
      for (let left = last + QUIET_MS - Date.now(); left > 0; left = last + QUIET_MS - Date.now())
        await pause(left);
    },
    end: (): void => PRESSES.forEach((press) => removeEventListener(press, heard, { capture: true })),
  };
};
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

const makeReady = async (athleteId: string, quiet: () => Promise<void>): Promise<void> => {
  for (const ask of questions(athleteId, deviceToday())) {
    await quiet();
    if (!useOutbox.getState().reachable) return;
    // One that is refused or failed leaves the others.
    await ask().catch(() => undefined);
  }
  await laidDown();
  onDevice.keep(READY + athleteId, String(Date.now()));
};

/**
 * Asks, once the page is quiet, what a week without a network will need, one question after the other; what is answered stays on the device. Answers a way
 * to stop it.
 */
export const keepReady = (
  person: Pick<Session['person'], 'id' | 'isAthlete' | 'hasSeason'>,
): (() => void) => {
  if (!person.isAthlete || !person.hasSeason) return () => undefined;
  const at = Number(onDevice.read(READY + person.id) ?? 0);
  const { quiet, end } = presses();
  const timer = setTimeout(
    () => void makeReady(person.id, quiet).finally(end),
    Math.max(LATER_MS, Math.min(AGAIN_MS, at + AGAIN_MS - Date.now())),
  );
  return () => {
    clearTimeout(timer);
    end();
  };
};
