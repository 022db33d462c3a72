/** What opens over the day, with plain names. */
export const TOOLS = {
  fit: 'Fit the remaining portions',
  reserve: 'Keep room for later',
  out: 'Eating out',
  treat: 'What still fits',
  saved: 'Saved meals and menus',
  copy: 'Copy a day',
  thing: 'Add training, water or a look',
  supplements: 'Supplements',
  caffeine: 'Caffeine',
  nutrients: 'All nutrients',
  pause: 'Pause the log',
} as const;
export type Tool = keyof typeof TOOLS;

/** What opens as a page of its own. */
export type ToolPage = 'find' | 'paper';
export const PAGES: Readonly<Record<ToolPage, string>> = {
  find: 'Find a day',
  paper: 'This day on paper',
};
export const pageAddress = (page: ToolPage, date: string): string =>
  page === 'find' ? '/days' : `/today/${date}/paper`;

/** Words beside those of its name by which each is asked for in the quick line. */
const ALSO: Readonly<Record<Tool | ToolPage, readonly string[]>> = {
  fit: [],
  reserve: ['room', 'reserve'],
  out: ['restaurant', 'out'],
  treat: ['treat', 'still fits'],
  saved: ['menu', 'meals'],
  copy: [],
  thing: ['training', 'cardio', 'posing', 'look', 'water'],
  supplements: ['vitamins'],
  caffeine: [],
  nutrients: ['vitamins', 'minerals'],
  pause: ['stop', 'rest'],
  find: ['search'],
  paper: ['print', 'pdf', 'share'],
};

/** The tools that a word asks for, by their first words and others: "fit", "paper", "pause". None for fewer than three letters. */
export const toolsFor = (text: string): { key: Tool | ToolPage; name: string }[] => {
  const asked = text.trim().toLowerCase();
  if (asked.length < 3 || /\d/.test(asked)) return [];
  return Object.entries({ ...TOOLS, ...PAGES }).flatMap(([key, name]) => {
    const known = [...ALSO[key as Tool], ...name.toLowerCase().split(/[ ,]+/), name.toLowerCase()];
    return known.some((word) => word.startsWith(asked)) ? [{ key: key as Tool, name }] : [];
  });
};
