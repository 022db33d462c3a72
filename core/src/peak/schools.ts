/** What a board plans for each day. */
export const COLUMNS = [
  'carbs',
  'protein',
  'fat',
  'sodium',
  'water',
  'fibre',
  'training',
  'cardio',
  'posing',
  'sleep',
] as const;
export type Column = (typeof COLUMNS)[number];

/** How each column is said, and what its figures are rounded to. */
export const COLUMN_WORDS: Readonly<Record<Column, { name: string; unit: string; step: number }>> = {
  carbs: { name: 'Carbs', unit: 'g', step: 1 },
  protein: { name: 'Protein', unit: 'g', step: 1 },
  fat: { name: 'Fat', unit: 'g', step: 1 },
  sodium: { name: 'Sodium', unit: 'mg', step: 10 },
  water: { name: 'Water', unit: 'mL', step: 50 },
  fibre: { name: 'Fibre', unit: 'g', step: 1 },
  training: { name: 'Training', unit: 'sets', step: 1 },
  cardio: { name: 'Cardio', unit: 'min', step: 5 },
  posing: { name: 'Posing', unit: 'min', step: 5 },
  sleep: { name: 'Sleep', unit: 'h', step: 0.5 },
};

/**
 * From a day on, counted from the show (-4 is four days before): a share of what is usual, grams per kg of body mass, a multiple of the day
 * before, or the share that carbs are of their usual.
 */
export interface Step {
  from: number;
  by: 'usual' | 'kg' | 'day-before' | 'carbs';
  amount: number;
}

/** One way to move a column through the week. */
export interface School {
  id: string;
  name: string;
  /** What speaks for it and against it. */
  pro: string;
  contra: string;
  source: string;
  steps: readonly Step[];
  /** Never without a coach: it is not offered, and not kept. */
  coachOnly?: true;
}

const PRACTICE = 'common practice, no source';
const usual = (...steps: [from: number, amount: number][]): Step[] =>
  steps.map(([from, amount]) => ({ from, by: 'usual', amount }));
const kg = (from: number, amount: number): Step => ({ from, by: 'kg', amount });
const AFTER = { from: 1, by: 'usual', amount: 1 } as const;
const SHOW_CARBS = { from: 0, by: 'usual', amount: 1.15 } as const;

/** The schools of each column, its default first. Every one is relative: one protocol gives each athlete other grams. */
export const SCHOOLS: Readonly<Record<Column, readonly [School, ...School[]]>> = {
  carbs: [
    {
      id: 'steady',
      name: 'Steady',
      pro: 'Small additions day by day: everything stays predictable, with the same foods.',
      contra: 'Fills slower; the largest change is small.',
      source: PRACTICE,
      steps: [{ from: -4, by: 'day-before', amount: 1.1 }, SHOW_CARBS, AFTER],
    },
    {
      id: 'load-early',
      name: 'Deplete, load early',
      pro: 'Leaves two days to look and to correct.',
      contra: 'Three flat days of hard moods; what is loaded may spill, and comes once.',
      source: 'Burke 2011 (endurance); Escalante 2021, from memory',
      steps: [kg(-7, 1), kg(-4, 4), kg(-3, 8), kg(-2, 4), SHOW_CARBS, AFTER],
    },
    {
      id: 'load-late',
      name: 'Deplete, load late',
      pro: 'Fullest nearest to the stage, where it works.',
      contra: 'No day is left to correct; the riskiest of the three.',
      source: 'Escalante 2021, from memory',
      steps: [kg(-5, 1), kg(-2, 8), kg(-1, 4), SHOW_CARBS, AFTER],
    },
  ],
  protein: [
    {
      id: 'level',
      name: 'Level',
      pro: 'Nothing moves but what is meant to.',
      contra: 'On show day it takes room in small meals.',
      source: PRACTICE,
      steps: usual([-7, 1], [0, 0.75], [1, 1]),
    },
  ],
  fat: [
    {
      id: 'down-to-the-show',
      name: 'Down to the show',
      pro: 'Meals empty sooner; room for carbs.',
      contra: 'Little; it comes back the day after.',
      source: PRACTICE,
      steps: usual([-7, 1], [-2, 0.9], [-1, 0.8], [0, 0.6], [1, 1.1]),
    },
    {
      id: 'level',
      name: 'Level',
      pro: 'Nothing moves but what is meant to.',
      contra: 'Slower meals on the day.',
      source: PRACTICE,
      steps: usual([-7, 1]),
    },
  ],
  sodium: [
    {
      id: 'constant',
      name: 'Constant',
      pro: 'Water can be read: what moves the scale is not salt.',
      contra: 'None that is shown.',
      source: `${PRACTICE}; NASEM 2019 for the amount`,
      steps: usual([-7, 1]),
    },
    {
      id: 'with-the-carbs',
      name: 'Up with the carbs',
      pro: 'Sodium helps carbs and water into the muscle.',
      contra: 'Two things move at once.',
      source: PRACTICE,
      steps: [{ from: -4, by: 'carbs', amount: 1 }, AFTER],
    },
    {
      id: 'reduced',
      name: 'Reduced, reset after',
      pro: 'Some athletes look drier.',
      contra: 'The body answers within a day; cramps, and a flat look as often.',
      source: PRACTICE,
      steps: usual([-7, 1], [-2, 0.6], [1, 1]),
    },
  ],
  water: [
    {
      id: 'usual',
      name: 'As usual, sipped on the day',
      pro: 'What is in the muscle is water: it stays.',
      contra: 'None that is shown.',
      source: PRACTICE,
      steps: usual([-7, 1], [0, 0.67], [1, 1]),
    },
    {
      id: 'raised',
      name: 'Raised, then normal',
      pro: 'Gentle; thirst and sodium stay in step.',
      contra: 'Many walks to the toilet; its use is not shown.',
      source: PRACTICE,
      steps: usual([-7, 1], [-6, 1.3], [-1, 1], [0, 0.67], [1, 1]),
    },
    {
      id: 'cut',
      name: 'Load and cut',
      pro: 'Long used; some athletes look drier for hours.',
      contra:
        'Water leaves the muscle too. Dizziness, cramps, worse: it has killed with diuretics. Never beyond the limits shown.',
      source: `${PRACTICE}, warned against`,
      steps: usual([-7, 1.5], [-2, 1], [-1, 0.7], [0, 0.5], [1, 1]),
      coachOnly: true,
    },
  ],
  fibre: [
    {
      id: 'down',
      name: 'Down from D−2',
      pro: 'Less lies in the gut on the day.',
      contra: 'Digestion slows for a few days.',
      source: PRACTICE,
      steps: usual([-7, 1], [-2, 0.65], [-1, 0.4], [0, 0.25], [1, 0.8]),
    },
    {
      id: 'level',
      name: 'Level',
      pro: 'Digestion stays as it is.',
      contra: 'A fuller gut on the day.',
      source: PRACTICE,
      steps: usual([-7, 1]),
    },
  ],
  training: [
    {
      id: 'taper',
      name: 'Taper, none from D−1',
      pro: 'Legs recover; glycogen stays where it was put.',
      contra: 'None that is shown.',
      source: PRACTICE,
      steps: usual([-7, 1], [-4, 0.7], [-2, 0.5], [-1, 0]),
    },
    {
      id: 'depletion',
      name: 'Depletion, then out',
      pro: 'Goes with a carb load.',
      contra: 'Sore and flat for days without one.',
      source: PRACTICE,
      steps: usual([-7, 1.3], [-4, 0.7], [-2, 0]),
    },
  ],
  cardio: [
    {
      id: 'out',
      name: 'Fades out by D−1',
      pro: 'Less stress, less swelling of the legs.',
      contra: 'None that is shown.',
      source: PRACTICE,
      steps: usual([-7, 1], [-4, 0.7], [-2, 0.5], [-1, 0]),
    },
    {
      id: 'level',
      name: 'Level to D−2',
      pro: 'Nothing moves but what is meant to.',
      contra: 'Tired legs.',
      source: PRACTICE,
      steps: usual([-7, 1], [-1, 0]),
    },
  ],
  posing: [
    {
      id: 'more-then-less',
      name: 'More, then less',
      pro: 'Practice while there is time, rest on the day.',
      contra: 'It is work: it tires and empties.',
      source: PRACTICE,
      steps: usual([-7, 1], [-4, 1.5], [-1, 1], [0, 0.75], [1, 0]),
    },
  ],
  sleep: [
    {
      id: 'as-usual',
      name: 'As usual',
      pro: 'Sleep is the cheapest lever.',
      contra: 'The night before the show is often short; plan for the nights before it.',
      source: PRACTICE,
      steps: usual([-7, 1]),
    },
  ],
};

/** Which school each column follows. */
export type Protocol = Readonly<Record<Column, string>>;

/** The default school of each column: the steady ones. */
export const DEFAULT_PROTOCOL = Object.fromEntries(
  COLUMNS.map((column) => [column, SCHOOLS[column][0].id]),
) as Protocol;

/** The school that a column follows; the default where it names none that is known. */
export const schoolOf = (protocol: Protocol, column: Column): School =>
  SCHOOLS[column].find((school) => school.id === protocol[column]) ?? SCHOOLS[column][0];
