/** The sizes of the measuring rule: where its parts stand, in px. */
export interface RuleSize {
  /** Above the body: room for the poise. */
  top: number;
  depth: number;
  bar: number;
  /** Scale of the poise. */
  k: number;
  label: number;
}
export const SIZES = {
  hero: { top: 42, depth: 22, bar: 17, k: 2.7, label: 16 },
  dock: { top: 27, depth: 14, bar: 11, k: 1.75, label: 12 },
  band: { top: 16, depth: 8, bar: 6, k: 1, label: 12 },
  row: { top: 10, depth: 6, bar: 4, k: 0.66, label: 12 },
} as const satisfies Record<string, RuleSize>;
export type SizeName = keyof typeof SIZES;

/** A round step that cuts a span into about `parts`: 1, 2 or 5 times a power of ten. */
export const roundStep = (span: number, parts: number): number => {
  if (!(span > 0)) return 1;
  const raw = span / parts;
  const power = 10 ** Math.floor(Math.log10(raw));
  const lead = raw / power;
  return (lead < 1.5 ? 1 : lead < 3.5 ? 2 : lead < 7.5 ? 5 : 10) * power;
};

/** Every multiple of `step` from lo to hi. */
export const ticksBetween = (lo: number, hi: number, step: number): number[] => {
  const ticks: number[] = [];
  for (let i = Math.ceil(lo / step - 1e-9); i * step <= hi + 1e-9; i += 1)
    ticks.push(Number((i * step).toPrecision(10)));
  return ticks;
};

/** How far the scale of a rule reaches: past the window and past where the day lands, with air at the end. */
export const scaleEnd = (
  value: number,
  planned: number,
  window: { low: number; high: number } | null,
): number => {
  const end = window === null ? 0 : Number.isFinite(window.high) ? window.high : window.low * 1.3;
  const most = Math.max(value + planned, value, end);
  return most > 0 ? Math.max(most * 1.06, end * 1.18) : 1;
};

/** The stretch that the bench shows: all of it, or 20 g to each side once the pan is that near to its aim. */
export const benchSpan = (value: number, aim: number | null): { lo: number; hi: number } => {
  if (aim === null) return { lo: 0, hi: Math.max(50, roundStep(value * 1.4 + 1, 1) * 1.2) };
  const near = Math.abs(value - aim) <= 20 && aim > 45;
  return near ? { lo: aim - 20, hi: aim + 20 } : { lo: 0, hi: Math.max(aim * 1.25, value * 1.06, 10) };
};
