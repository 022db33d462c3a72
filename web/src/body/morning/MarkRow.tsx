import { MARK_WORDS } from './marks.ts';
import './mark.css';

/** One mark of five: a press sets it, the same press again takes it back. */
export const MarkRow = ({
  mark,
  value,
  onChange,
}: {
  mark: keyof typeof MARK_WORDS;
  value: number | null;
  onChange: (next: number | null) => void;
}) => {
  const { name, words } = MARK_WORDS[mark];
  return (
    <div className="mark-row" role="group" aria-label={name}>
      <span className="mark-name">
        {name}
        <span className="second">{value === null ? '' : (words[value - 1] ?? '')}</span>
      </span>
      {words.map((word, i) => (
        <button
          key={word}
          type="button"
          className="mark"
          aria-pressed={value === i + 1}
          aria-label={`${name}: ${word}`}
          onClick={() => onChange(value === i + 1 ? null : i + 1)}
        >
          {i + 1}
        </button>
      ))}
    </div>
  );
};
