/** A time of the day, minutes from its turn, and where on the rail it stands, px. */
export interface Anchor {
  minutes: number;
  y: number;
}

const STRETCH = 0.55; // px a minute before the first and after the last meal

/** The elastic scale: straight between meals, so the hours spread where the work is. Always rising with time. */
export const railPosition = (anchors: readonly Anchor[], height: number): ((minutes: number) => number) => {
  const points = anchors.filter((a, i) => i === 0 || a.minutes > (anchors[i - 1]?.minutes ?? -1));
  return (minutes) => {
    const first = points[0];
    const last = points.at(-1);
    if (!first || !last) return (minutes / 1440) * height;
    if (minutes <= first.minutes) return Math.max(0, first.y - (first.minutes - minutes) * STRETCH);
    if (minutes >= last.minutes) return Math.min(height, last.y + (minutes - last.minutes) * STRETCH);
    const i = points.findIndex((p) => p.minutes >= minutes);
    const [a, b] = [points[i - 1] ?? first, points[i] ?? last];
    return a.y + ((minutes - a.minutes) / (b.minutes - a.minutes)) * (b.y - a.y);
  };
};

/** The marks of the hours: labelled where there is room for a label, none crowded together at the ends. */
export const railTicks = (anchors: readonly Anchor[], height: number, turnsAt: number) => {
  const place = railPosition(anchors, height);
  const ticks: { y: number; label: string; major: boolean }[] = [];
  let last = -Infinity;
  let lastLabel = -Infinity;
  for (let minutes = 0; minutes <= 1440; minutes += 60) {
    const y = Math.round(place(minutes) * 10) / 10;
    if (y - last < 4) continue;
    const major = y - lastLabel >= 17 && y > 7 && y < height - 5;
    ticks.push({ y, major, label: String(Math.floor(((minutes + turnsAt) % 1440) / 60)).padStart(2, '0') });
    last = y;
    if (major) lastLabel = y;
  }
  return ticks;
};
