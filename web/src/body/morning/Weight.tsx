import type { WeighInConditions } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import { countsInTrend, inOtherUnit, type BodyReadingResult } from '@maul/core/body';
import { readBodyMass } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import { useEffect, useRef, useState, type FormEvent } from 'react';
import { saveWeighIn } from '../../data/edit.ts';
import { onDevice } from '../../data/remembered.ts';
import { MassField } from '../../ui/fields/TypedField.tsx';
import { bodyFigure, bodyText } from '../../ui/formats/units.ts';
import { bluetoothOf, listenToScale, standInBluetooth } from './bluetooth.ts';

type Said = Omit<WeighInConditions, 'source'>;
const KEY = 'maul-weigh-in-conditions';
const USUAL: Said = { fasted: true, toilet: true, sameScale: true };
const CHIPS: readonly (readonly [keyof Said, string])[] = [
  ['fasted', 'Fasted'],
  ['toilet', 'After the toilet'],
  ['sameScale', 'Same scale'],
];

/** As they were last time on this device. */
const remembered = (): Said => {
  try {
    return { ...USUAL, ...(JSON.parse(onDevice.read(KEY) ?? '{}') as Partial<Said>) };
  } catch {
    return USUAL;
  }
};

const READ = 'Read. Press Keep.';

/** A body scale over Bluetooth, and the stand-in that ships: one press listens, a reading fills the field. */
const BodyScale = ({ lastKg, onReading }: { lastKg: number; onReading: (kg: number) => void }) => {
  const [state, setState] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const listen = async (standIn: boolean): Promise<void> => {
    const bluetooth = standIn ? standInBluetooth(lastKg) : bluetoothOf();
    if (!bluetooth) return;
    setFault(null);
    try {
      const scale = await listenToScale(bluetooth, {
        said: (read: BodyReadingResult) => {
          if (!read.ok) return setFault(read.sentence);
          setState(READ);
          onReading(read.reading.kg);
          stop.current?.();
        },
        // What was read stays said; a scale that goes before it has read is silent again.
        gone: () => setState((now) => (now === READ ? now : null)),
      });
      stop.current = scale.stop;
      setState(`${scale.name}: step on it, and stand still.`);
    } catch (error) {
      if ((error as DOMException).name === 'NotFoundError') return;
      setFault('The scale could not be reached. Type the weight, or try once more.');
    }
  };
  return (
    <div className="body-scale">
      {bluetoothOf() && (
        <Button size="small" onClick={() => void listen(false)}>
          Body scale
        </Button>
      )}
      <Button size="small" variant="text" onClick={() => void listen(true)}>
        Stand-in scale
      </Button>
      {!bluetoothOf() && <span className="second">This browser has no Bluetooth: type the weight.</span>}
      {state !== null && <span role="status">{state}</span>}
      {fault !== null && <Alert severity="warning">{fault}</Alert>}
    </div>
  );
};

/** The weight of the morning with its conditions. */
export const Weight = ({
  day,
  lastKg,
}: {
  day: Pick<DayDocument, 'athlete' | 'date' | 'today' | 'weighIn'>;
  /** The last weight that is known, kg. */
  lastKg: number | undefined;
}) => {
  const { units, hide } = day.athlete.profile;
  const { weighIn } = day;
  const shown = weighIn ? bodyFigure(weighIn.kg, units) : '';
  const [text, setText] = useState(hide.weight ? '' : shown);
  const [said, setSaid] = useState<Said>(() => weighIn?.conditions ?? remembered());
  const [source, setSource] = useState<WeighInConditions['source']>('typed');
  const [fault, setFault] = useState<string | null>(null);
  const [asked, setAsked] = useState<{ typed: number; other: number } | null>(null);
  const keep = (kg: number): void => {
    saveWeighIn(day, weighIn, Math.round(kg * 1000) / 1000, { ...said, source });
    onDevice.keep(KEY, JSON.stringify(said));
    setAsked(null);
    setText(hide.weight ? '' : bodyFigure(kg, units));
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    const read = readBodyMass(text, units.body);
    if (!read.ok) return setFault(read.sentence);
    setFault(null);
    const other = inOtherUnit(read.value, lastKg);
    if (other !== undefined)
      return setAsked({
        typed: read.value,
        other,
      });
    keep(read.value);
  };
  const change = (key: keyof Said): void => {
    const next = { ...said, [key]: !said[key] };
    setSaid(next);
    if (weighIn) {
      saveWeighIn(day, weighIn, weighIn.kg, { ...next, source: weighIn.conditions?.source ?? 'typed' });
      onDevice.keep(KEY, JSON.stringify(next));
    }
  };
  const read = readBodyMass(text, units.body);
  const kept = weighIn !== null && read.ok && bodyFigure(read.value, units) === shown;
  return (
    <section aria-label="Weight" className="morning-part">
      <form className="morning-weight" onSubmit={submit} noValidate>
        <MassField
          label="Weight"
          units={units}
          hidden={hide.weight}
          value={text}
          onChange={(next) => {
            setText(next);
            setSource('typed');
            setAsked(null);
          }}
          fault={fault}
          help={
            hide.weight
              ? weighIn
                ? 'Saved, and hidden as you asked.'
                : 'It is saved, but not shown.'
              : undefined
          }
        />
        <Button type="submit" variant="contained" size="large" disabled={kept || text.trim() === ''}>
          {kept ? 'Kept' : weighIn ? 'Replace' : 'Keep'}
        </Button>
      </form>
      {asked && (
        <Alert severity="warning">
          That is 2.2 times off your last weight
          {lastKg === undefined || hide.weight ? '' : `, ${bodyText(lastKg, units)}`}. Was it typed in the
          other unit? Nothing is kept yet.
          <div className="meal-parts">
            <Button size="small" onClick={() => keep(asked.other)}>
              {hide.weight ? 'Yes, save it in the other unit' : `Yes, keep ${bodyText(asked.other, units)}`}
            </Button>
            <Button size="small" variant="text" onClick={() => keep(asked.typed)}>
              {hide.weight ? 'No, it is right' : `No, ${bodyText(asked.typed, units)} is right`}
            </Button>
          </div>
        </Alert>
      )}
      <div className="morning-chips" role="group" aria-label="Conditions">
        {CHIPS.map(([key, name]) => (
          <Chip
            key={key}
            label={name}
            variant={said[key] ? 'filled' : 'outlined'}
            color={said[key] ? 'primary' : 'default'}
            aria-pressed={said[key]}
            onClick={() => change(key)}
          />
        ))}
      </div>
      {!countsInTrend(said) && (
        <p className="second">
          A weight {said.fasted ? 'from another scale' : 'after food or drink'} is kept and shown. It does not
          count in the trend.
        </p>
      )}
      {lastKg !== undefined && !hide.weight && (
        <BodyScale
          lastKg={lastKg}
          onReading={(kg) => {
            setText(bodyFigure(kg, units));
            setSource('scale');
          }}
        />
      )}
    </section>
  );
};
