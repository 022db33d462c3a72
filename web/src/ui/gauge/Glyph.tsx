import type { Method } from '@maul/core/foods';
import type { WindowState } from '@maul/core/diary';

const STATE_PATH = 'M0 6H5.5V10.4H12.5V6H18';

/** State as a shape: left of its notch, in it, tipped right of it, or dashed for a plan. */
export const StateGlyph = ({ state, k = 1 }: { state: WindowState | 'planned'; k?: number }) => (
  <svg className="glyph" width={18 * k} height={11 * k} viewBox="0 0 18 11" aria-hidden focusable="false">
    <path d={STATE_PATH} fill="none" stroke="currentColor" strokeWidth={k < 2 ? 1.5 : 1.15} />
    {state === 'short' && (
      <rect x="1" y="1.2" width="4" height="4" fill="none" stroke="currentColor" strokeWidth="1.2" />
    )}
    {state === 'inside' && <rect x="6.8" y="4.6" width="4.4" height="4.6" fill="currentColor" />}
    {state === 'over' && (
      <rect x="12.6" y=".4" width="4.4" height="4.4" fill="currentColor" transform="rotate(16 15 3)" />
    )}
    {state === 'planned' && (
      <rect
        x="1"
        y="1.2"
        width="4"
        height="4"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.2"
        strokeDasharray="1.6 1.1"
      />
    )}
  </svg>
);

export const METHOD_NAMES: Readonly<Record<Method | 'live', string>> = {
  scale: 'weighed',
  jar: 'jar weighed before and after',
  pieces: 'counted pieces',
  label: 'label serving',
  spoon: 'by spoon or cup',
  eye: 'by eye',
  planned: 'as planned, by eye',
  out: 'eaten out',
  live: 'on the scale now',
};

const mark = (method: Method | 'live') => {
  switch (method) {
    case 'scale':
    case 'jar':
      return <path d="M6 11.8L10 8.8V4.8H7.4V3.4H8.6V.9H3.4V3.4H4.6V4.8H2V8.8Z" fill="currentColor" />;
    case 'label':
      return (
        <g fill="none" stroke="currentColor" strokeWidth="1.2">
          <rect x="1.2" y="2.2" width="9.6" height="7.8" />
          <path d="M3.2 5h5.6M3.2 7.4h3.6" />
        </g>
      );
    case 'spoon':
      return (
        <g fill="none" stroke="currentColor" strokeWidth="1.2">
          <path d="M1.2 2.4H9L8 10H2.2Z" />
          <path d="M1.6 5.6H8.6M8.8 3.6H11V7H8.6" />
        </g>
      );
    case 'pieces':
      return (
        <g fill="none" stroke="currentColor" strokeWidth="1.2">
          <circle cx="3.4" cy="8" r="2.4" />
          <circle cx="8.8" cy="8" r="2.4" />
          <circle cx="6" cy="3.4" r="2.4" />
        </g>
      );
    case 'planned':
      return (
        <path
          d="M1 7.4C2.6 3.6 4.4 4 6 6.2S9.4 8.6 11 4.8"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
          strokeDasharray="2.2 1.6"
        />
      );
    case 'eye':
    case 'out':
      return (
        <path
          d="M1 7.4C2.6 3.6 4.4 4 6 6.2S9.4 8.6 11 4.8"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
        />
      );
    case 'live':
      return (
        <path
          d="M1 10.4H11M6 1.2V8M3.4 5.6L6 8.2L8.6 5.6"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.4"
        />
      );
  }
};

/** How a portion's amount is known, as a small mark with its name. */
export const MethodMark = ({ method }: { method: Method | 'live' }) => (
  <svg
    className="glyph"
    width="12"
    height="12"
    viewBox="0 0 12 12"
    role="img"
    aria-label={METHOD_NAMES[method]}
  >
    <title>{METHOD_NAMES[method]}</title>
    {mark(method)}
  </svg>
);
