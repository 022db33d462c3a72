import { TARGET_KEYS, type DaySheet, type TargetKey } from '@maul/core';
import { Rule, StateGlyph } from '../rule/index.ts';
import { NUTRIENT_NAMES, standing, whole } from '../shell/show.ts';

const BandRule = ({ id, sheet }: { id: TargetKey; sheet: DaySheet }) => {
  const line = sheet.nutrients[id];
  const { name, tile, unit } = NUTRIENT_NAMES[id];
  const { window, landsState } = line;
  return (
    <div className={`band-rule band-${id}`}>
      <div className="band-head">
        <span className="band-name">
          {tile !== null && (
            <span className="tile" aria-hidden>
              {tile}
            </span>
          )}
          {name}, {unit}
        </span>
        {window && landsState && (
          <span className={`band-lands is-${landsState}`}>
            <StateGlyph state={landsState} /> {line.planned > 0 ? `lands ${whole(line.lands)}, ` : ''}
            {standing(line.lands, window, landsState)}
          </span>
        )}
      </div>
      <div className="band-figures">
        <span className="band-value">
          {line.atLeast && (
            <span className="band-least" title="Some portion does not state it">
              at least{' '}
            </span>
          )}
          {whole(line.eaten)}
        </span>
        {line.planned > 0 && <span className="is-planned n">+{whole(line.planned)} planned</span>}
        {window && (
          <span className="band-window second">
            {whole(window.low)}–{whole(window.high)}
          </span>
        )}
      </div>
      <Rule
        label={name}
        unit={unit}
        value={line.eaten}
        planned={line.planned}
        spread={line.spread}
        window={window}
      />
    </div>
  );
};

/** The five rules of the day: what is eaten, planned, wanted, and how sure. */
export const Band = ({ sheet }: { sheet: DaySheet }) => (
  <div className="band">
    {TARGET_KEYS.map((key) => (
      <BandRule key={key} id={key} sheet={sheet} />
    ))}
  </div>
);
