import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { type DaySheet, type NutrientLine } from '@maul/core/diary';
import { whole } from '@maul/core/units';
import { memo } from 'react';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { NUTRIENT_NAMES } from '../../ui/formats/show.ts';
import { energyFigure, useUnits } from '../../ui/formats/units.ts';

/** What is left in a window beyond what is eaten: "62–66", "at least 11", "up to 9", "5 over". */
export const leftText = ({ window, eaten }: NutrientLine, show: (value: number) => string): string => {
  if (!window) return 'free';
  if (eaten > window.high + 1e-9) return `${show(eaten - window.high)} over`;
  const low = Math.max(0, window.low - eaten);
  if (!Number.isFinite(window.high)) return low > 0 ? `at least ${show(low)}` : 'reached';
  const high = window.high - eaten;
  return window.low <= 0 || low === 0 ? `up to ${show(high)}` : `${show(low)}–${show(high)}`;
};

/** The room that is left of the day, energy and macros in one strip; with `gauges` each has its small rule and tells why when pressed. */
export const Left = memo(
  ({
    nutrients,
    hideEnergy,
    gauges,
    onWhy,
  }: Pick<DaySheet, 'nutrients'> & {
    hideEnergy: boolean;
    gauges: boolean;
    onWhy?: (key: TargetKey) => void;
  }) => {
    const units = useUnits();
    return (
      <section className="left" aria-label="What is left">
        {TARGET_KEYS.filter((key) => !(hideEnergy && key === 'ENERC')).map((key) => {
          const line = nutrients[key];
          const { name, tile } = NUTRIENT_NAMES[key];
          const unit = key === 'ENERC' ? units.energy : 'g';
          const show = (value: number): string =>
            key === 'ENERC' ? energyFigure(value, units) : whole(value);
          const head = (
            <>
              <span className="left-name">
                {key === 'ENERC' && `${units.energy} left`}
                {key !== 'ENERC' &&
                  (tile === null ? name.toLowerCase() : <span className="tile">{tile}</span>)}
              </span>
              <b className={line.state === 'over' ? 'n is-over' : 'n'}>{leftText(line, show)}</b>
            </>
          );
          const said = `${name}: ${leftText(line, show)} ${unit} left`;
          return (
            <div key={key} className="left-one">
              {onWhy && line.window ? (
                <button type="button" aria-label={`${said}. Why this number`} onClick={() => onWhy(key)}>
                  {head}
                </button>
              ) : (
                <span className="left-head" title={said}>
                  {head}
                </span>
              )}
              {gauges && (
                <Gauge
                  label={name}
                  unit={unit}
                  size="row"
                  value={line.eaten}
                  planned={line.planned}
                  window={line.window}
                  show={show}
                />
              )}
            </div>
          );
        })}
      </section>
    );
  },
);
Left.displayName = 'Left';
