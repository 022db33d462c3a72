import { isIsoDate, type IsoDate } from '../../units/index.ts';
import { netWork } from './activity.ts';

/** One place of a track. Degrees, metres, and the moment in ms since 1970. */
export interface TrackPoint {
  lat: number;
  lon: number;
  ele: number | null;
  at: number;
}
export type TrackSport = 'walk' | 'run' | 'ride' | 'other';

/** What is kept of a track: how long and how far, and not where. */
export interface TrackSummary {
  startedAt: number;
  /** Minutes in motion, km, and metres of climbing. */
  minutes: number;
  km: number;
  climb: number;
  sport: TrackSport;
}
export type TrackResult = { ok: true; track: TrackSummary } | { ok: false; sentence: string };

const EARTH_M = 6_371_008.8;
/** Slower than this one stands, m/s; a gap longer than this is a rest, s. common practice, no source. */
const STANDS = 0.4;
const GAP_S = 120;
/** Nobody goes faster by foot, m/s, and a wheel not faster than this: a jump of the receiver is left out. common practice, no source. */
const JUMP = 25;
/** Height wanders: climbing counts in steps of so many metres. common practice, no source. */
const CLIMB_STEP = 3;
/** Slower is walking, faster is running, km/h. Source: between ACSM’s walking and running equations. */
const RUNS_FROM = 7.5;

/** Metres between two places along the earth. Source: haversine, Sinnott 1984; mean radius of the IUGG. */
export const metresBetween = (
  a: Pick<TrackPoint, 'lat' | 'lon'>,
  b: Pick<TrackPoint, 'lat' | 'lon'>,
): number => {
  const rad = Math.PI / 180;
  const half =
    Math.sin(((b.lat - a.lat) * rad) / 2) ** 2 +
    Math.cos(a.lat * rad) * Math.cos(b.lat * rad) * Math.sin(((b.lon - a.lon) * rad) / 2) ** 2;
  return 2 * EARTH_M * Math.asin(Math.min(1, Math.sqrt(half)));
};

/**
 * How long and how far a track goes, without where. Points in order of time; a rest and a jump of the receiver are left out. `ok: false` with a
 * sentence for a track without times or movement.
 */
export const summariseTrack = (points: readonly TrackPoint[], said: TrackSport | null): TrackResult => {
  const first = points[0];
  if (!first || points.length < 2 || points.some((p) => !Number.isFinite(p.at)))
    return {
      ok: false,
      sentence: 'This track says no times, so nothing can be told of the work. Nothing was kept.',
    };
  let [seconds, metres, climb] = [0, 0, 0];
  let level = first.ele;
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1] as TrackPoint, points[i] as TrackPoint];
    const dt = (b.at - a.at) / 1000;
    const far = metresBetween(a, b);
    if (dt > 0 && dt <= GAP_S && far / dt >= STANDS && far / dt <= JUMP) {
      seconds += dt;
      metres += far;
    }
    if (b.ele !== null) {
      level ??= b.ele;
      if (Math.abs(b.ele - level) >= CLIMB_STEP) {
        climb += Math.max(0, b.ele - level);
        level = b.ele;
      }
    }
  }
  if (seconds < 60 || metres < 50)
    return { ok: false, sentence: 'Nothing moves on this track. Nothing was kept.' };
  const kmh = (3.6 * metres) / seconds;
  return {
    ok: true,
    track: {
      startedAt: first.at,
      minutes: Math.round(seconds / 60),
      km: metres / 1000,
      climb,
      sport: said ?? (kmh < RUNS_FROM ? 'walk' : 'run'),
    },
  };
};

/** Net energy of a track, kcal, by ACSM with its mean speed and climb; null for a ride and other sports, which tell no watts. */
export const trackKcal = (track: TrackSummary, weightKg: number): number | null => {
  if (track.sport !== 'walk' && track.sport !== 'run') return null;
  const kmh = track.km / (track.minutes / 60);
  const grade = Math.min(0.4, track.climb / (track.km * 1000));
  const cost = netWork({ kind: track.sport, kmh, grade }, weightKg, track.minutes);
  return cost.ok ? Math.round(cost.kcal) : null;
};

/** Rows of a table of steps, with the lines that say none. */
export interface StepRows {
  days: { day: IsoDate; steps: number }[];
  faults: string[];
}

/** Days and steps out of a table whose header names them; the later line of a day counts. */
export const stepRows = (rows: readonly Readonly<Record<string, string>>[]): StepRows => {
  const found = new Map<IsoDate, number>();
  const faults: string[] = [];
  const named = (row: Readonly<Record<string, string>>, names: readonly string[]): string =>
    Object.entries(row)
      .find(([key]) => names.includes(key.trim().toLowerCase()))?.[1]
      ?.trim() ?? '';
  rows.forEach((row, i) => {
    const day = named(row, ['day', 'date', 'datum']).slice(0, 10);
    const steps = Number(named(row, ['steps', 'step count', 'schritte']).replaceAll(/[,\s]/g, ''));
    if (!isIsoDate(day)) faults.push(`Line ${i + 2}: a day is written as 2026-11-28.`);
    else if (!(Number.isInteger(steps) && steps >= 0 && steps <= 200_000))
      faults.push(`Line ${i + 2}: steps are a whole number, at most 200,000.`);
    else found.set(day, steps);
  });
  return { days: [...found].map(([day, steps]) => ({ day, steps })), faults };
};
