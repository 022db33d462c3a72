import { bodyFigure } from '../ui/formats/units.ts';
import { MassField } from '../ui/fields/TypedField.tsx';
import { inOtherUnit } from '@maul/core/body';
import { readBodyMass } from '@maul/core/units';
import type { DayDocument } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { saveWeighIn } from '../data/edit.ts';
import { fromDay } from '../data/fromDay.ts';

/** The morning on the scale: one number, with the sentence that one morning decides nothing. */
const PlainWeighInLine = ({
  day,
}: {
  day: Pick<DayDocument, 'athlete' | 'date' | 'today' | 'weighIn' | 'bases'>;
}) => {
  const { units, hide } = day.athlete.profile;
  const shown = day.weighIn ? bodyFigure(day.weighIn.kg, units) : '';
  const [text, setText] = useState(hide.weight ? '' : shown);
  const [fault, setFault] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  if (day.date > day.today) return null;
  const save = (event: FormEvent): void => {
    event.preventDefault();
    const read = readBodyMass(text, units.body);
    if (!read.ok) return setFault(read.sentence);
    if (!asked && inOtherUnit(read.value, day.bases.at(-1)?.weightKg) !== undefined) {
      setAsked(true);
      return setFault(
        'That is 2.2 times off your last weight. Type its unit, such as 174 lb, or press Keep again if it is right.',
      );
    }
    setFault(null);
    setAsked(false);
    saveWeighIn(day, day.weighIn, Math.round(read.value * 1000) / 1000);
    if (hide.weight) setText('');
  };
  const typed = readBodyMass(text, units.body);
  const kept = day.weighIn !== null && typed.ok && bodyFigure(typed.value, units) === shown;
  return (
    <form className="weigh-in" onSubmit={save}>
      <MassField
        label="Morning weight"
        units={units}
        hidden={hide.weight}
        value={text}
        onChange={(next) => {
          setText(next);
          setAsked(false);
        }}
        fault={fault}
        help={
          hide.weight
            ? day.weighIn
              ? 'Saved, and hidden as you asked.'
              : 'It is saved without being shown, as you asked.'
            : 'Fasted, after the toilet. The week mean counts, never one morning.'
        }
      />
      <Button type="submit" disabled={kept}>
        {kept ? 'Kept' : 'Keep'}
      </Button>
      {day.date === day.today && (
        <Link to="/morning" className="weigh-in-more">
          The whole morning
        </Link>
      )}
    </form>
  );
};

export default fromDay(
  { athlete: true, date: true, today: true, weighIn: true, bases: true },
  PlainWeighInLine,
);
