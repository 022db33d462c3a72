import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { type DaySheet, type NutrientLine } from '@maul/core/diary';
import { memo } from 'react';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { StateGlyph } from '../../ui/gauge/Glyph.tsx';
import { NUTRIENT_NAMES, standing, windowText } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { energyFigure, useUnits } from '../../ui/formats/units.ts';

interface BandGaugeProps {
  id: TargetKey;
  line: NutrientLine;
  onWhy: (key: TargetKey) => void;
}

/** One rule; drawn anew only when its figures change. */
const BandRule = memo(({ id, line, onWhy }: BandGaugeProps) => {
  const units = useUnits();
  const { name, tile } = NUTRIENT_NAMES[id];
  const unit = id === 'ENERC' ? units.energy : 'g';
  const show = (value: number): string => (id === 'ENERC' ? energyFigure(value, units) : whole(value));
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
            <StateGlyph state={landsState} /> {line.planned > 0 ? `lands ${show(line.lands)}, ` : ''}
            {standing(line.lands, window, landsState, show)}
          </span>
        )}
      </div>
      <div className="band-figures">
        <span className="band-value">
          {line.atLeast && (
            <span className="band-least" title="A portion does not state it">
              at least{' '}
            </span>
          )}
          {show(line.eaten)}
        </span>
        {line.planned > 0 && <span className="is-planned n">+{show(line.planned)} planned</span>}
        {window && (
          <button
            type="button"
            className="band-window second"
            title="Why this number"
            aria-label={`${name}: window ${windowText(window, show)} ${unit}. Why this number`}
            onClick={() => onWhy(id)}
          >
            {windowText(window, show)}
          </button>
        )}
      </div>
      <Gauge
        label={name}
        unit={unit}
        value={line.eaten}
        planned={line.planned}
        spread={line.spread}
        window={window}
        show={show}
      />
    </div>
  );
});
BandRule.displayName = 'BandRule';

/** The rules of the day: what is eaten, planned, wanted, and how sure. */
export const Band = memo(
  ({
    nutrients,
    hideEnergy,
    onWhy,
  }: Pick<DaySheet, 'nutrients'> & {
    hideEnergy: boolean;
    onWhy: (key: TargetKey) => void;
  }) => (
    <div className="band">
      {TARGET_KEYS.filter((key) => !(hideEnergy && key === 'ENERC')).map((key) => (
        <BandRule key={key} id={key} line={nutrients[key]} onWhy={onWhy} />
      ))}
    </div>
  ),
);
Band.displayName = 'Band';
