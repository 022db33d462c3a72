import type { GuessedDay } from '@maul/core/diary';
import { StateGlyph } from '../../ui/gauge/Glyph.tsx';
import { NUTRIENT_NAMES } from '../../ui/formats/show.ts';
import { energyFigure, useUnits } from '../../ui/formats/units.ts';

/** Whether the day lands for the low and for the high end of what is guessed, and what to keep simple to narrow it. */
export const Guessed = ({ guessed }: { guessed: GuessedDay }) => {
  const units = useUnits();
  const figure = (key: string, value: number): string =>
    key === 'ENERC' ? energyFigure(value, units) : String(Math.round(value));
  const first = guessed.widest[0];
  // Where it misses the same way at both ends, knowing better would not land it.
  const narrows = guessed.open.some(({ low, high }) => low.state !== high.state);
  return (
    <div className="guessed" role="status">
      {guessed.lands ? (
        <p className="is-inside">
          <StateGlyph state="inside" /> The day lands for the low and for the high end of what is guessed.
        </p>
      ) : (
        <ul>
          {guessed.open.map(({ key, low, high }) => (
            <li key={key}>
              <b>{NUTRIENT_NAMES[key].name}</b>{' '}
              <span className={`is-${low.state}`}>
                <StateGlyph state={low.state} /> {figure(key, low.value)} {low.state}
              </span>{' '}
              to{' '}
              <span className={`is-${high.state}`}>
                <StateGlyph state={high.state} /> {figure(key, high.value)} {high.state}
              </span>
            </li>
          ))}
        </ul>
      )}
      {narrows && first && (
        <p className="second">
          Most of the width is {first.name.toLowerCase()}
          {guessed.widest.length > 1 ? ` (${Math.round(first.part * 100)} %)` : ''}: ask for it apart, keep it
          plain, or weigh it.
        </p>
      )}
    </div>
  );
};
