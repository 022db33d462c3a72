/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { DayDocument, DayEntryRow, Log } from '@maul/contract/diary';
import type { DayTargets } from '@maul/core/plan';
import type { NutrientVector } from '@maul/core/nutrition';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { sheetOf } from '../../data/day.ts';
import { queryClient } from '../../data/session.ts';
import { afresh, served, showOn } from '../../testing/render.tsx';
import { testDay, testEntry, testFood, testPortion } from '../../testing/samples.ts';
import DayCautions from './DayCautions.tsx';
import NutrientsDialog from '../nutrients/NutrientsDialog.tsx';
import TreatDialog from '../fit/TreatDialog.tsx';
import Weighed from './Weighed.tsx';

const ID = '01890a5d-ac96-774b-bcce-b302099a80';
const portion = (per100g: NutrientVector, change: Parameters<typeof testPortion>[2] = {}) => {
  const plain = testPortion('p1', 'm1', change);
  return { ...plain, food: { ...plain.food, per100g } };
};
const tablet = (nutrients: NutrientVector, done: boolean, counted = true): DayEntryRow =>
  testEntry(`${ID}21`, '08:00', {
    kind: 'supplement',
    supplementId: `${ID}31`,
    name: 'Tablet',
    dose: { amount: 1, unit: 'tablet' },
    counted,
    certified: 'unknown',
    nutrients,
    done,
  });
const logged = (date: string, change: Partial<Log['days'][number]>): Log['days'][number] => ({
  date: date as never,
  portions: [],
  entries: [],
  ...change,
});
const logPortion = (per100g: NutrientVector, grams: number, method: 'scale' | 'eye' = 'scale') => ({
  mealId: `${ID}11`,
  food: { ...testPortion('x').food, per100g },
  grams,
  plannedGrams: null,
  method,
});
const week = (...days: Log['days']) => served('GET /api/athletes/*/log', { days });
const windows = (low: number) => ({ ENERC: { low, aim: low + 50, high: low + 100 } });
const targets = (low: number) =>
  ({ windows: windows(low), basis: { carbBasis: 'available' }, phase: {} }) as unknown as DayTargets;

beforeEach(afresh);

describe('nutrients', () => {
  const show = (change: Partial<DayDocument>) =>
    showOn(testDay(change), (day) => (
      <NutrientsDialog day={day} sheet={sheetOf(day, undefined)} onClose={() => undefined} />
    ));
  const value = (name: string) =>
    within(screen.getByText(name).closest('li') ?? document.body).getByText(/\d/, { selector: 'b' })
      .textContent;
  test('of the day count what is taken beside the meals, where it counts', () => {
    show({
      portions: [portion({ FE: 4, MG: 100 }, { grams: 100, method: 'scale' })],
      entries: [tablet({ FE: 14 }, true)],
    });
    expect(value('Iron')).toBe('18 mg');
    // The tablet does not state magnesium: at least.
    expect(value('Magnesium')).toBe('≥ 100 mg');
  });
  test('leave out what is marked as not counted', () => {
    show({
      portions: [portion({ FE: 4 }, { grams: 100, method: 'scale' })],
      entries: [tablet({ FE: 14 }, true, false)],
    });
    expect(value('Iron')).toBe('4 mg');
  });
  test('of the week are a mean of its days, with what was taken on them', async () => {
    week(
      logged('2026-11-24', { portions: [logPortion({ FE: 10 }, 100)], entries: [tablet({ FE: 14 }, true)] }),
      logged('2026-11-25', { portions: [logPortion({ FE: 6 }, 100)], entries: [tablet({ FE: 14 }, false)] }),
    );
    show({});
    fireEvent.mouseDown(screen.getByLabelText('Of'));
    fireEvent.click(screen.getByRole('option', { name: /^the week to/ }));
    expect(await screen.findByText('2 days of seven with something eaten.')).toBeTruthy();
    // 10 + 14 + 6 over two days; the second tablet was only planned.
    await waitFor(() => expect(value('Iron')).toBe('15 mg'));
  });
  test('that nothing states are named as unknown, not zero', () => {
    show({ portions: [portion({ FE: 4 })] });
    expect(screen.getByText(/so unknown and not zero/).textContent).toContain('Calcium');
  });
  test('of a minor carry no reference', () => {
    const athlete = { ...testDay().athlete, birthDate: '2010-01-01' as never };
    show({ athlete, portions: [portion({ FE: 4 })] });
    expect(screen.getByText(/Reference intakes are shown for adults only/)).toBeTruthy();
  });
});

describe('the weighed share', () => {
  const weighed = (day: DayDocument) => (
    <Weighed
      athleteId={day.athlete.id}
      date={day.date}
      portions={day.portions}
      entries={day.entries}
      share={sheetOf(day, undefined).weighedShare}
    />
  );
  const energy = { PROCNT: 25, FAT: 0, CHOAVLDF: 0 };
  test('of this day and of the week that ends on it, this day as it is here', async () => {
    week(
      logged('2026-11-24', { portions: [logPortion(energy, 300, 'eye')] }),
      // What the server has of this day is older than what is here.
      logged('2026-11-25', { portions: [logPortion(energy, 900, 'eye')] }),
    );
    showOn(testDay({ portions: [portion(energy, { grams: 100, method: 'scale', division: 1 })] }), weighed);
    expect(await screen.findByText(/Weighed: 100 % of this day, 25 % of the week, so the week’s intake is soft\./)).toBeTruthy(); // prettier-ignore
  });
  test('of a day without anything measured is not a number', () => {
    showOn(testDay(), weighed);
    expect(screen.getByText(/Weighed: – of this day, – of the week/)).toBeTruthy();
  });
});

describe('sodium of the day', () => {
  const food = (sodium: number): NutrientVector => ({
    PROCNT: 25,
    FAT: 10,
    CHOAVLDF: 50,
    FIBTG: 0,
    NA: sodium,
  });
  const show = (sodium: number, entries: DayEntryRow[] = []) =>
    showOn(
      testDay({
        portions: [portion(food(sodium), { grams: 600, method: 'scale', division: 1 })],
        entries,
        // Before today, so that the plan itself says nothing here.
        date: '2026-11-24' as never,
      }),
      (day) => <DayCautions day={day} targets={targets(2000)} />,
    );
  const said = async () => {
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Cautions' })).not.toBeNull());
    return screen.getByRole('region', { name: 'Cautions' }).textContent;
  };
  /** The log of the week has arrived, so what is not said now is not said at all. */
  const logRead = () =>
    waitFor(() => {
      const logs = queryClient.getQueriesData({ queryKey: ['week-log'] });
      expect(logs.map(([, data]) => data !== undefined)).toEqual([true]);
    });
  test('too little is a caution, and salt that is not logged is named', async () => {
    show(60);
    expect(await said()).toContain('The day holds 360 mg sodium, below 500 mg. Salt that is not logged');
  });
  test('an ordinary day says nothing', async () => {
    week(logged('2026-11-23', { portions: [logPortion(food(350), 600)] }));
    show(400);
    await logRead();
    expect(screen.queryByRole('region', { name: 'Cautions' })).toBeNull();
  });
  test('a fall to less than a third of the day before is said, once the day before is read', async () => {
    week(logged('2026-11-23', { portions: [logPortion(food(700), 600)] }));
    show(150);
    expect(await said()).toContain('Sodium goes from 4,200 to 900 mg in a day.');
  });
  test('a tablet of salt counts', async () => {
    week(logged('2026-11-23', { portions: [logPortion(food(200), 600)] }));
    show(60, [tablet({ NA: 900 }, true)]);
    await logRead();
    expect(screen.queryByRole('region', { name: 'Cautions' })).toBeNull();
  });
});

describe('cautions of today', () => {
  const one = (id: string, level: 'note' | 'confirm', sentence: string) => ({
    id,
    level,
    needs: null,
    figure: 1,
    worse: 'lower',
    sentence,
    source: 's',
    see: 's',
  });
  test('are counted by kind, and what may hurt is said before a note that came first', async () => {
    const cautions = [
      one('swings', 'note', 'A note of the week.'),
      one('very-low-intake', 'confirm', 'Too little is eaten.'),
    ];
    served('GET /api/athletes/*/cautions', { cautions, confirmations: [] });
    showOn(testDay(), (day) => <DayCautions day={day} targets={undefined} />);
    const line = await screen.findByRole('button', { name: /1 caution, 1 note/ });
    expect(line.textContent).toBe('1 caution, 1 note Too little is eaten. All 2');
    fireEvent.click(line);
    expect(await screen.findByText(/A note of the week/)).toBeTruthy();
  });
});

describe('what still fits', () => {
  const sheetTargets = { windows: { ENERC: { low: 900, aim: 1000, high: 1100 } }, basis: { carbBasis: 'available' } } as unknown as DayTargets; // prettier-ignore
  const show = () =>
    showOn(testDay(), (day) => (
      <TreatDialog day={day} sheet={sheetOf(day, sheetTargets)} onClose={() => undefined} />
    ));
  const sweet = testFood('Dark chocolate', { state: 'as sold', origin: 'own', per100g: { PROCNT: 8, FAT: 40, CHOAVLDF: 45, FIBTG: 8 } }); // prettier-ignore
  test('is looked for among own foods and those in stock', async () => {
    served('GET /api/athletes/*/foods-to-hand', { foods: [sweet], seen: {} });
    show();
    expect(await screen.findByRole('button', { name: /Dark chocolate/ }, { timeout: 4000 })).toBeTruthy();
  });
  test('says when there are none', async () => {
    served('GET /api/athletes/*/foods-to-hand', { foods: [], seen: {} });
    show();
    expect(await screen.findByText(/there are none yet/)).toBeTruthy();
  });
});
