import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  addDays,
  ageOn,
  athleteDay,
  clockOf,
  localMoment,
  minutesIntoDay,
  type IsoDate,
} from '@maul/core/units';
import { countdown, dayTargets, dayTypeOn, phaseOn, seasonProblems } from '@maul/core/plan';
import { daySheet } from '@maul/core/diary';
import { weekRate } from '@maul/core/body';
import { reboundOn } from '@maul/core/peak';
import { join } from 'node:path';
import { referenceFoods, type ReferenceFood } from '../foods/index.ts';
import { readMenuLine, readScenario, type Scenario } from './scenario.ts';
import { DEMO_ZONE, pourMenu, seededUuid, simulateAthlete, type DemoAthlete } from './simulate.ts';

const DATA = join(import.meta.dirname, '../../../data');
// A Tuesday at a quarter past ten in the demo's zone.
const NOW = new Date('2026-11-24T09:15:00Z');
const TODAY = athleteDay(NOW, DEMO_ZONE);

let scenario: Scenario;
let foods: Map<string, ReferenceFood>;
let people: Map<string, DemoAthlete>;
const athlete = (name: string): DemoAthlete => {
  const found = people.get(name);
  if (!found) throw new Error(`${name} is not in the demo`);
  return found;
};
const sheetOn = (made: DemoAthlete, date: IsoDate) => {
  const targets = dayTargets(made.season, made.bases, made.orders, date);
  if (!targets) throw new Error(`no targets on ${date}`);
  const meals = made.meals.filter((m) => m.day === date);
  return {
    targets,
    sheet: daySheet({ meals, windows: targets.windows, carbBasis: targets.basis.carbBasis }),
  };
};

beforeAll(async () => {
  scenario = await readScenario(DATA);
  foods = new Map((await referenceFoods(DATA)).map((f) => [f.id, f]));
  people = new Map(
    scenario.athletes.map((a, i) => [a.name, simulateAthlete(a, foods, scenario.seed + i, NOW)]),
  );
});

describe('the scenario', () => {
  test('six athletes in six different phases, each season without a fault', () => {
    const kinds = [...people.values()].map((p) => phaseOn(p.season, TODAY)?.kind);
    expect(kinds).toEqual([
      'contest-prep',
      'off-season',
      'mini-cut',
      'peak-week',
      'between-shows',
      'post-show',
    ]);
    for (const made of people.values()) expect(seasonProblems(made.season)).toEqual([]);
  });
  test('two eat plants only, and their menus keep to it', () => {
    const animal =
      /chicken|turkey|beef|pork|venison|ham|egg|cod|hake|pollock|trout|salmon|mackerel|tuna|sardines|prawns|mussels|milk-|yoghurt-(low|greek)|skyr|quark|cheese|mozzarella|feta|butter$|whey|casein|honey/;
    const plants = scenario.athletes.filter((a) => a.about.includes('plants only'));
    expect(plants.map((a) => a.name)).toEqual(['Ysolde Brannick', 'Sunniva Pell']);
    for (const { menus } of plants)
      for (const line of menus.flat())
        for (const { food } of readMenuLine(line, foods).portions) {
          const id = food.id.replace('maul-', '');
          if (!/^(soya|oat|almond|peanut)/.test(id)) expect(id).not.toMatch(animal);
        }
  });
  test('one is a master, everybody is of age', () => {
    expect(scenario.athletes.filter((a) => a.age >= 40)).toHaveLength(1);
    for (const { age } of scenario.athletes) expect(age).toBeGreaterThanOrEqual(18);
    expect(ageOn(addDays(TODAY, -365 * 30), TODAY)).toBeGreaterThanOrEqual(29);
  });
  test('the prep athlete has a low day today and tomorrow, seven weeks out', () => {
    const { season } = athlete('Joren Vask');
    for (const date of [TODAY, addDays(TODAY, 1)]) {
      const phase = phaseOn(season, date);
      expect(phase && dayTypeOn(phase, date)?.id).toBe('low');
    }
    expect(countdown(season, TODAY)).toMatchObject({ days: 48, weeks: 6, restDays: 6 });
  });
  test('and so on whatever weekday it is made', () => {
    for (let i = 1; i < 7; i += 1) {
      const now = new Date(NOW.getTime() + i * 86_400_000);
      const made = simulateAthlete(scenario.athletes[0]!, foods, 1, now);
      const date = athleteDay(now, DEMO_ZONE);
      const phase = phaseOn(made.season, date);
      expect(phase && dayTypeOn(phase, date)?.id).toBe('low');
    }
  });
});

describe('menu lines', () => {
  test('food, grams, lever and method', () => {
    const { time, portions } = readMenuLine('06:40 oats-rolled 60 C; whey 30 P label; egg 100 pieces', foods);
    expect(time).toBe('06:40');
    expect(portions.map((p) => [p.food.id, p.grams, p.lever, p.method, p.piece])).toEqual([
      ['maul-oats-rolled', 60, 'C', 'scale', null],
      ['maul-whey', 30, 'P', 'label', null],
      ['maul-egg', 100, null, 'pieces', 43],
    ]);
  });
  test('what is not understood is named', () => {
    expect(() => readMenuLine('06:40 unobtainium 60', foods)).toThrow(
      'the menu names "unobtainium", which is no food',
    );
    expect(() => readMenuLine('06:40 oats-rolled much', foods)).toThrow('has no grams');
  });
  test('a menu is poured until it stands on the day’s aims', () => {
    const made = athlete('Joren Vask');
    const { targets } = sheetOn(made, TODAY);
    const menu = scenario.athletes[0]!.menus[0]!.map((line) => readMenuLine(line, foods));
    const poured = pourMenu(menu, targets);
    const meals = poured.map((meal, i) => ({
      id: String(i),
      time: meal.time,
      eaten: false,
      portions: meal.portions.map((p, j) => ({
        id: `${i}-${j}`,
        food: p.food,
        plannedGrams: p.grams,
        grams: null,
        method: null,
        division: null,
      })),
    }));
    const { nutrients } = daySheet({ meals, windows: targets.windows, carbBasis: targets.basis.carbBasis });
    for (const key of ['PROCNT', 'CARB', 'FAT'] as const) expect(nutrients[key].landsState).toBe('inside');
  });
});

describe('twelve weeks, honestly simulated', () => {
  test('the same seed makes the same weeks, another seed others', () => {
    const again = simulateAthlete(scenario.athletes[0]!, foods, scenario.seed, NOW);
    expect(again).toEqual(athlete('Joren Vask'));
    const other = simulateAthlete(scenario.athletes[0]!, foods, scenario.seed + 99, NOW);
    expect(other.weighIns).not.toEqual(again.weighIns);
  });
  test('Maul finds the expenditure that only the simulation knows, within its own band', () => {
    let inside = 0;
    let all = 0;
    for (const one of scenario.athletes)
      for (const basis of athlete(one.name).bases.filter((b) => b.expenditureFrom === 'filter')) {
        all += 1;
        // The truth drifts a little with the body and the diet; three standard uncertainties and 8 % hold it.
        const truth = one.trueExpenditure / 1.02;
        if (Math.abs(basis.expenditure - truth) < 3 * basis.expenditureSd + 0.08 * truth) inside += 1;
      }
    expect(all).toBeGreaterThan(50);
    expect(inside / all).toBeGreaterThan(0.95);
  });
  test('who is in a deficit loses, who is not does not', () => {
    const lost = (name: string, to: IsoDate) => {
      const { weighIns } = athlete(name);
      return (
        (weighIns.find((w) => w.day >= addDays(TODAY, -55))?.kg ?? 0) -
        (weighIns.findLast((w) => w.day <= to)?.kg ?? 0)
      );
    };
    expect(lost('Joren Vask', TODAY)).toBeGreaterThan(1.5);
    expect(Math.abs(lost('Ysolde Brannick', TODAY))).toBeLessThan(2.5);
    expect(weekRate(athlete('Joren Vask').weighIns, TODAY)).toBeDefined();
  });
  test('what lies before now is eaten, what lies after it is a plan', () => {
    for (const [name, made] of people) {
      const future = made.meals.filter((m) => m.day > TODAY);
      expect(future.length).toBeGreaterThan(3);
      for (const meal of future) for (const portion of meal.portions) expect(portion.grams).toBeNull();
      const present = clockOf(localMoment(NOW, DEMO_ZONE).minutes);
      // Who has stopped logging has eaten nothing that the log knows.
      if (name === 'Sunniva Pell') continue;
      for (const meal of made.meals.filter((m) => m.day === TODAY)) {
        const over = minutesIntoDay(meal.time) < minutesIntoDay(present);
        expect([name, meal.time, meal.eaten]).toEqual([name, meal.time, over]);
        for (const portion of meal.portions) expect(portion.grams !== null).toBe(over);
      }
    }
  });
  test('a measured portion says how it was measured, and no weight is absurd', () => {
    for (const made of people.values())
      for (const portion of made.meals.flatMap((m) => m.portions)) {
        expect(portion.grams === null).toBe(portion.method === null);
        expect(portion.grams ?? 1).toBeGreaterThan(0);
        expect(Math.max(portion.grams ?? 0, portion.plannedGrams ?? 0)).toBeLessThan(1500);
      }
  });
  test('what comes back after a show is on the scale, and lies in what is expected', () => {
    const show = addDays(TODAY, -5);
    const { weighIns } = athlete('Sunniva Pell');
    const before = weighIns.filter((w) => w.day <= show).at(-1)?.kg ?? 0;
    const since = weighIns.filter((w) => w.day > addDays(show, 2));
    const mean = since.reduce((sum, w) => sum + w.kg, 0) / since.length;
    const { low, high } = reboundOn(before, 4);
    // A morning wanders by a few tenths of a kilogram around both.
    expect(mean).toBeGreaterThan(low - 0.3);
    expect(mean).toBeLessThan(high + 0.3);
  });
  test('whoever weighs little has a soft log', () => {
    const share = (name: string) => {
      const shares = Array.from(
        { length: 14 },
        (_, i) => sheetOn(athlete(name), addDays(TODAY, -1 - i)).sheet.weighedShare ?? 0,
      );
      return shares.reduce((s, x) => s + x, 0) / shares.length;
    };
    expect(share('Ilva Threst')).toBeGreaterThan(0.85);
    expect(share('Bastien Korr')).toBeLessThan(0.7);
  });
  test('orders were signed before they act, and one is still open', () => {
    const open = [...people.values()].flatMap((p) => p.orders.filter((o) => o.acknowledgedAt === null));
    expect(open).toHaveLength(1);
    for (const made of people.values())
      for (const order of made.orders) {
        expect(order.signedAt.slice(0, 10) <= order.from).toBe(true);
        expect(phaseOn(made.season, order.from)?.id).toBe(order.phaseId);
      }
  });
  test('notes stand beside a meal that is there, and none is written in the future', () => {
    for (const made of people.values())
      for (const note of made.notes) {
        expect(Date.parse(note.createdAt)).toBeLessThan(NOW.getTime());
        if (note.mealId !== null)
          expect(made.meals.some((m) => m.id === note.mealId && m.day === note.day)).toBe(true);
      }
  });
  test('the quiet athlete planned and logged nothing', () => {
    const days = [0, 1, 2].map((ago) =>
      athlete('Sunniva Pell').meals.filter((m) => m.day === addDays(TODAY, -ago)),
    );
    for (const meals of days)
      for (const portion of meals.flatMap((m) => m.portions)) expect(portion.grams).toBeNull();
  });
});

// RFC 9562, 5.7: 48 bits of Unix time in ms, version 7, variant 10.
test('ids are UUIDs of version 7 with their time in front', () => {
  const id = seededUuid(0x017f22e279b0, () => 0.5);
  expect(id.startsWith('017f22e2-79b0-7')).toBe(true);
  expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
});
