import { addHours, hoursBetween, type Moment } from './moments.ts';
import { keepsUntil, type Kept } from './shelfLife.ts';

/** What a trip offers to food. */
export interface Trip {
  leaves: Moment;
  /** When the last of it is eaten. */
  back: Moment;
  /** Hours for which the cool bag stays at or below 4 °C with its packs; 0 without one. */
  coolHours: number;
  /** From when there is a fridge; null where there is none. */
  fridgeAt: Moment | null;
  /** True when a box can be heated to 74 °C. */
  reheats: boolean;
}

export interface PackedThing extends Kept {
  id: string;
  grams: number;
  /** When it is to be eaten. */
  eatAt: Moment;
  /** True for a box that is eaten hot only, such as rice in gravy. */
  hot?: boolean;
}

export interface Packed {
  id: string;
  /** Until when it may be eaten on this trip; null where no rule says. */
  until: Moment | null;
  goes: boolean;
  sentence: string;
}

/** Out of the cold. Source: USDA FSIS, the 2-hour rule (1 hour above 32 °C). */
const OUT_HOURS = 2;
/** A frozen box in a cool bag thaws; until then it cools the others. Hours that it adds. common practice, no source. */
const FROZEN_EXTRA = 4;

/**
 * Which boxes go on a trip: cold until the bag gives up, then 2 hours; a fridge on the way stops that clock. Never longer than it keeps at home.
 * Sources: USDA FSIS (2 hours out of the cold; reheat to 74 °C); UK FSA (rice 24 hours, thawed 24 hours).
 */
export const packTrip = (trip: Trip, things: readonly PackedThing[]): Packed[] =>
  things.map((thing) => {
    const home = keepsUntil(
      thing.place === 'freezer' ? { ...thing, place: 'fridge', since: trip.leaves, thawed: true } : thing,
    );
    const frozen = thing.place === 'freezer' ? FROZEN_EXTRA : 0;
    const perishable = thing.cookedAt !== null || thing.place === 'fridge' || thing.place === 'freezer';
    if (!perishable)
      return { id: thing.id, until: home.until, goes: true, sentence: 'Keeps without cooling.' };
    const warm = addHours(trip.leaves, trip.coolHours + (trip.coolHours > 0 ? frozen : 0) + OUT_HOURS);
    const cooled = trip.fridgeAt !== null && hoursBetween(trip.fridgeAt, warm) >= 0;
    const ends = [cooled ? null : warm, home.until].filter((m): m is Moment => m !== null);
    const until = ends.length === 0 ? null : ends.reduce((a, b) => (hoursBetween(a, b) < 0 ? b : a));
    const inTime = until === null || hoursBetween(thing.eatAt, until) >= 0;
    if (thing.hot === true && !trip.reheats)
      return {
        id: thing.id,
        until,
        goes: false,
        sentence: 'It is eaten hot, and nothing there heats to 74 °C.',
      };
    if (inTime)
      return {
        id: thing.id,
        until,
        goes: true,
        sentence: cooled ? 'Goes into the fridge on arrival.' : 'Stays cold long enough.',
      };
    const bag = trip.coolHours > 0 ? `The bag stays cold ${trip.coolHours} h` : 'It is not cooled';
    const byHome = home.until !== null && until === home.until;
    return {
      id: thing.id,
      until,
      goes: false,
      sentence: byHome
        ? `By then it is past its day: ${home.sentence}.`
        : `${bag}, and 2 hours more are the most.`,
    };
  });

/** What goes into the bag besides food. */
export interface PackingLine {
  what: string;
  amount: string;
}

/** The list for the bag: boxes that go, water by the day, ice, cutlery, a scale. Water in millilitres for the whole trip; null where none is planned. */
export const packingList = (
  trip: Trip,
  boxes: readonly { name: string; grams: number }[],
  waterMl: number | null,
): PackingLine[] => [
  ...boxes.map((box) => ({ what: box.name, amount: `${Math.round(box.grams)} g` })),
  ...(waterMl !== null && waterMl > 0 ? [{ what: 'Water', amount: `${(waterMl / 1000).toFixed(1)} L` }] : []),
  ...(trip.coolHours > 0 ? [{ what: 'Cool bag with frozen packs', amount: `${trip.coolHours} h` }] : []),
  ...(boxes.length > 0
    ? [{ what: 'Cutlery', amount: `for ${boxes.length} ${boxes.length === 1 ? 'meal' : 'meals'}` }]
    : []),
  ...(trip.reheats && boxes.length > 0 ? [{ what: 'Thermometer, to reheat to 74 °C', amount: '1' }] : []),
  { what: 'Scale', amount: '1' },
];
