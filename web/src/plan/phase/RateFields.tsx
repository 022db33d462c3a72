import type { Phase } from '@maul/core/plan';
import { NumberField } from '../../ui/fields/NumberField.tsx';

/** The change of body mass that is wanted, from and to. */
export const RateFields = ({
  rate,
  onChange,
}: {
  rate: Phase['rate'];
  onChange: (rate: Phase['rate']) => void;
}) => (
  <div className="pair">
    <NumberField
      label="Wanted rate from, % a week"
      value={rate.low}
      min={-3}
      max={3}
      onChange={(low) => onChange({ ...rate, low })}
    />
    <NumberField
      label="to"
      value={rate.high}
      min={-3}
      max={3}
      onChange={(high) => onChange({ ...rate, high })}
    />
  </div>
);
