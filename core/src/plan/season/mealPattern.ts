import { clockOf, minutesOf } from '../../units/index.ts';

/** When a meal is: on the clock, or counted from waking or from training. */
export type MealAnchor = 'clock' | 'waking' | 'before-training' | 'after-training';

/** One meal of a pattern and its part of the day, %. */
export interface MealSlot {
  id: string;
  anchor: MealAnchor;
  /** Minutes after waking, before the session's start or after its end. */
  minutes: number;
  /** HH:MM: the time on the clock, and for a training meal its time on days without training. */
  at: string;
  share: { protein: number; carbs: number; fat: number };
}

/** How the day's targets are spread over its meals. */
export interface MealPattern {
  id: string;
  name: string;
  slots: MealSlot[];
  /** Hours without food, HH:MM to HH:MM, over midnight when `to` lies before `from`; null without a fast. */
  fast: { from: string; to: string } | null;
  /** HH:MM until which a meal holds protein and hardly anything else; null without. */
  proteinUntil: string | null;
}

export type SessionKind = 'resistance' | 'cardio' | 'posing';

/** One planned session of a weekday. */
export interface TrainingSession {
  /** 1 Monday to 7 Sunday. */
  weekday: number;
  kind: SessionKind;
  start: string;
  minutes: number;
}

/** The usual day: when one wakes, and when one trains. */
export interface Routine {
  waking: string;
  sessions: TrainingSession[];
}

export type CarbTiming = 'even' | 'around-training' | 'late' | 'early' | 'protein-until-evening';

/** Shares in whole per cent that add up to exactly 100, as near to the weights as whole numbers go. */
export const wholeShares = (weights: readonly number[]): number[] => {
  const total = weights.reduce((sum, w) => sum + Math.max(0, w), 0);
  if (total <= 0) return wholeShares(weights.map(() => 1));
  const exact = weights.map((w) => (Math.max(0, w) / total) * 100);
  const shares = exact.map(Math.floor);
  let left = 100 - shares.reduce((sum, s) => sum + s, 0);
  for (const { i } of exact.map((e, i) => ({ i, rest: e - Math.floor(e) })).sort((a, b) => b.rest - a.rest)) {
    if (left === 0) break;
    shares[i] = (shares[i] ?? 0) + 1;
    left -= 1;
  }
  return shares;
};

export interface PatternWish {
  id: string;
  name: string;
  meals: number;
  carbs: CarbTiming;
  waking: string;
  /** Start and length of the usual session; null without training. */
  training: { start: string; minutes: number } | null;
  fast: MealPattern['fast'];
}

/** Meals before training stand this long before it and hold little fat, minutes. common practice, no source. */
export const BEFORE_TRAINING = 75;
const AFTER_TRAINING = 30;
const EVENING = 17 * 60;

/**
 * A pattern from a few words: so many meals, spread from half an hour after waking to two hours before the next sleep (or
 * over the hours outside the fast), one of them before and one after training, carbohydrate where it is wanted.
 * Protein is spread evenly. Throws RangeError for less than 1 or more than 10 meals.
 * Sources: 3 to 6 feedings Iraki 2019, Helms 2014; the rest is common practice, no source.
 */
export const makePattern = (wish: PatternWish): MealPattern => {
  const { meals, fast, training } = wish;
  if (!Number.isInteger(meals) || meals < 1 || meals > 10)
    throw new RangeError(`A day has 1 to 10 meals, not ${meals}.`);
  const first = fast ? minutesOf(fast.to) : minutesOf(wish.waking) + 30;
  const lastRaw = fast ? minutesOf(fast.from) - 30 : minutesOf(wish.waking) + 14 * 60;
  const last = lastRaw <= first ? lastRaw + 1440 : lastRaw;
  const times = Array.from({ length: meals }, (_, i) =>
    meals === 1 ? (first + last) / 2 : first + ((last - first) * i) / (meals - 1),
  ).map((m) => Math.round(m / 15) * 15);
  const nearest = (aim: number, taken: number | undefined) =>
    times
      .map((t, i) => ({ i, off: Math.abs(t - aim) }))
      .filter(({ i }) => i !== taken)
      .sort((a, b) => a.off - b.off)[0]?.i;
  const start = training ? minutesOf(training.start) : undefined;
  const before = start === undefined || meals < 3 ? undefined : nearest(start - BEFORE_TRAINING, undefined);
  const after =
    start === undefined || before === undefined
      ? undefined
      : nearest(start + (training?.minutes ?? 60) + AFTER_TRAINING, before);
  const slots = times.map((time, i): MealSlot => {
    const anchor: MealAnchor = i === before ? 'before-training' : i === after ? 'after-training' : 'clock';
    const minutes = i === before ? BEFORE_TRAINING : i === after ? AFTER_TRAINING : 0;
    return {
      id: `m${i + 1}`,
      anchor,
      minutes,
      at: clockOf(time),
      share: { protein: 0, carbs: 0, fat: 0 },
    };
  });
  const carbWeight = (i: number): number => {
    const time = times[i] ?? 0;
    switch (wish.carbs) {
      case 'around-training':
        return i === before ? 2 : i === after ? 3 : 1;
      case 'late':
        return 1 + (3 * i) / Math.max(1, meals - 1);
      case 'early':
        return 4 - (3 * i) / Math.max(1, meals - 1);
      case 'protein-until-evening':
        return time < EVENING && i < meals - 1 ? 0.1 : 3;
      default:
        return 1;
    }
  };
  const spread = (weight: (i: number) => number) => wholeShares(slots.map((_, i) => weight(i)));
  const protein = spread(() => 1);
  const carbs = spread(carbWeight);
  const fat = spread((i) =>
    i === before
      ? 0.3
      : wish.carbs === 'protein-until-evening' && (times[i] ?? 0) < EVENING && i < meals - 1
        ? 0.4
        : 1,
  );
  return {
    id: wish.id,
    name: wish.name,
    fast,
    proteinUntil: wish.carbs === 'protein-until-evening' ? clockOf(EVENING) : null,
    slots: slots.map((slot, i) => ({
      ...slot,
      share: { protein: protein[i] ?? 0, carbs: carbs[i] ?? 0, fat: fat[i] ?? 0 },
    })),
  };
};

/** Parts of the carbohydrate on a day that keeps it for the session: before it, after it, elsewhere. common practice, no source. */
const KEPT = { before: 4, after: 1.5, elsewhere: 0.5 } as const;

/**
 * The same meals with the carbohydrate kept for before the session, and some for after it; protein and fat stay where they are. Undefined
 * where no meal of the pattern stands before a session.
 */
export const carbsBeforeTraining = (
  pattern: MealPattern,
  id: string,
  name: string,
): MealPattern | undefined => {
  if (!pattern.slots.some((s) => s.anchor === 'before-training')) return undefined;
  const carbs = wholeShares(
    pattern.slots.map(({ anchor }) =>
      anchor === 'before-training' ? KEPT.before : anchor === 'after-training' ? KEPT.after : KEPT.elsewhere,
    ),
  );
  return {
    ...pattern,
    id,
    name,
    slots: pattern.slots.map((slot, i) => ({ ...slot, share: { ...slot.share, carbs: carbs[i] ?? 0 } })),
  };
};

/** The session that meals of a weekday are counted from: its first resistance session, else its first of any kind. */
export const sessionOn = (routine: Routine, weekday: number): TrainingSession | undefined => {
  const today = routine.sessions
    .filter((s) => s.weekday === weekday)
    .sort((a, b) => a.start.localeCompare(b.start));
  return today.find((s) => s.kind === 'resistance') ?? today[0];
};

/** When a slot is on a weekday, HH:MM. */
export const slotTime = (slot: MealSlot, routine: Routine, weekday: number): string => {
  if (slot.anchor === 'clock') return slot.at;
  if (slot.anchor === 'waking') return clockOf(minutesOf(routine.waking) + slot.minutes);
  const session = sessionOn(routine, weekday);
  if (!session) return slot.at;
  const start = minutesOf(session.start);
  return clockOf(
    slot.anchor === 'before-training' ? start - slot.minutes : start + session.minutes + slot.minutes,
  );
};

const within = (time: number, from: number, to: number): boolean =>
  from < to ? time >= from && time < to : time >= from || time < to;

/** What does not go together in a pattern on a weekday, in sentences; empty when all does. */
export const patternConflicts = (pattern: MealPattern, routine: Routine, weekday: number): string[] => {
  const found: string[] = [];
  const slots = pattern.slots.map((slot) => ({ slot, time: slotTime(slot, routine, weekday) }));
  for (const key of ['protein', 'carbs', 'fat'] as const) {
    const sum = pattern.slots.reduce((s, slot) => s + slot.share[key], 0);
    if (Math.abs(sum - 100) > 1e-6)
      found.push(`The shares of ${key} add up to ${Math.round(sum)} %, not to 100 %.`);
  }
  for (const { slot, time } of slots) {
    if (pattern.fast) {
      const { from, to } = pattern.fast;
      if (within(minutesOf(time), minutesOf(from), minutesOf(to)))
        found.push(`The meal at ${time} lies inside the fast from ${from} to ${to}.`);
    }
    if (pattern.proteinUntil !== null && time < pattern.proteinUntil && slot.share.carbs > 10)
      found.push(
        `The meal at ${time} holds ${slot.share.carbs} % of the carbs, before ${pattern.proteinUntil}, until when it is protein.`,
      );
  }
  const inOrder = [...slots].sort((a, b) => a.time.localeCompare(b.time));
  inOrder.forEach(({ time }, i) => {
    const next = inOrder[i + 1];
    if (next && minutesOf(next.time) - minutesOf(time) < 30)
      found.push(`The meals at ${time} and ${next.time} lie less than half an hour apart.`);
  });
  const session = sessionOn(routine, weekday);
  if (session)
    for (const { slot, time } of slots)
      if (
        within(
          minutesOf(time),
          minutesOf(session.start),
          (minutesOf(session.start) + session.minutes) % 1440,
        ) &&
        slot.anchor === 'clock'
      )
        found.push(`The meal at ${time} lies in the middle of the session at ${session.start}.`);
  return found;
};
