/** How the body looks, each 1 to 5: flat to full, soft to tight, small to wide. */
export interface LookMarks {
  fullness: number;
  tightness: number;
  /** null where it was not said. */
  waist: number | null;
}

/** Which looks a rule is about, and what it proposes. A mark that it does not name may be anything. */
export interface LookRule {
  fullness?: readonly [low: number, high: number];
  tightness?: readonly [low: number, high: number];
  waist?: readonly [low: number, high: number];
  propose: 'more carbs' | 'wait' | 'less fluid' | 'nothing';
  why: string;
}

/** What was proposed on a look, and what was done about it. */
export interface LookAnswer {
  /** The id of the look. */
  look: string;
  propose: LookRule['propose'];
  /** Carbs more and water less, as proposed; g, mL. */
  carbs: number;
  lessWater: number;
  done: 'taken' | 'left';
}

/** The rules that a protocol begins with, the first that fits counts. common practice, no source. */
export const LOOK_RULES: readonly LookRule[] = [
  {
    waist: [4, 5],
    propose: 'wait',
    why: 'The waist is up: what was eaten is still in the gut. Let it pass on.',
  },
  {
    tightness: [1, 2],
    propose: 'wait',
    why: 'Soft: spilled, or full of water under the skin. More carbs would add to it.',
  },
  { fullness: [1, 2], propose: 'more carbs', why: 'Flat and not spilled: there is room for carbs.' },
  { propose: 'nothing', why: 'Full enough and tight: leave it as it is.' },
];

export interface LookProposal {
  propose: LookRule['propose'];
  /** Carbs more on the day, g; 0 unless carbs are proposed. */
  carbs: number;
  /** Water less on the day, mL; 0 unless less fluid is proposed. */
  lessWater: number;
  why: string;
}

/** So much of a day's carbs or water is moved at once: carbs in steps of 5 g, at least 10 g; water in steps of 50 mL. common practice, no source. */
const PART_OF_DAY = 0.1;

const within = (value: number | null, range: readonly [number, number] | undefined): boolean =>
  range === undefined || (value !== null && value >= range[0] && value <= range[1]);

/**
 * What a look proposes for the next meal, by the first rule that fits: a proposal with its reason, and no order. `day` is what the board plans
 * for it: carbs in g, water in mL. Water is never proposed below `littleWater`, under which a day is a matter for coach and athlete.
 *
 * @example
 * proposeFromLook({ fullness: 2, tightness: 4, waist: 2 }, { carbs: 231, water: 3600, littleWater: 2340 }).carbs; // => 25
 */
export const proposeFromLook = (
  look: LookMarks,
  day: { carbs: number; water: number; littleWater: number },
  rules: readonly LookRule[] = LOOK_RULES,
): LookProposal => {
  const rule = rules.find(
    (r) =>
      within(look.fullness, r.fullness) && within(look.tightness, r.tightness) && within(look.waist, r.waist),
  );
  const none = { carbs: 0, lessWater: 0 };
  if (!rule) return { ...none, propose: 'nothing', why: 'No rule of this board is about this look.' };
  const { propose, why } = rule;
  if (propose === 'more carbs')
    return { ...none, propose, why, carbs: Math.max(10, Math.round((day.carbs * PART_OF_DAY) / 5) * 5) };
  if (propose !== 'less fluid') return { ...none, propose, why };
  const room = Math.floor((day.water - day.littleWater) / 50) * 50;
  const lessWater = Math.min(room, Math.round((day.water * PART_OF_DAY) / 50) * 50);
  return lessWater > 0
    ? { ...none, propose, why, lessWater }
    : { ...none, propose: 'wait', why: `${why} The day has too little water to take any away: wait.` };
};
