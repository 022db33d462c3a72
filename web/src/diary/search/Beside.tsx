import type { DayDocument } from '@maul/contract/diary';
import { copyDay, copyMeal } from '@maul/core/diary';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { type IsoDate, whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { gramsText, longDate, NUTRIENT_NAMES } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { bodyText, energyFigure, useUnits } from '../../ui/formats/units.ts';
import { asPlanned, writeChanges } from '../../data/edit.ts';
import { sentenceOf } from '../../data/api.ts';
import { sheetOf, targetsOf } from '../../data/day.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { useDay, useOwnDay } from '../../data/session.ts';

const Column = ({
  athleteId,
  date,
  today,
  onDrop,
}: {
  athleteId: string;
  date: IsoDate;
  today: DayDocument | undefined;
  onDrop: () => void;
}) => {
  const units = useUnits();
  const { day, error } = useDay(athleteId, date);
  const [fault, setFault] = useState<string | null>(null);
  if (error && !day) return <p role="alert">{sentenceOf(error)}</p>;
  if (!day) return <p className="second">Opening {date} …</p>;
  const targets = targetsOf(day);
  const sheet = sheetOf(day, targets);
  const look = day.entries.flatMap((e) => (e.thing.kind === 'look' ? [e.thing] : []))[0];
  const copy = (mealId?: string): void => {
    if (!today) return;
    setFault(null);
    try {
      const meal = day.meals.find((m) => m.id === mealId);
      const changes = meal
        ? copyMeal(day, meal.id, { day: today.date, time: meal.time }, asPlanned, uuidv7)
        : copyDay(day, date, today.date, asPlanned, uuidv7);
      writeChanges(today, changes, meal ? 'A meal copied' : 'A day copied');
      offerUndo('It is planned on today.', () => takeStep(today, 'undo'));
    } catch (thrown) {
      setFault(thrown instanceof RangeError ? thrown.message : sentenceOf(thrown));
    }
  };
  return (
    <article className="beside-day" aria-label={longDate(date)}>
      <header>
        <h2 className="panel-title">
          <Link to={`/today/${date}`}>{longDate(date)}</Link>
        </h2>
        <p className="second">
          {[
            targets?.dayType.name,
            day.weighIn ? bodyText(day.weighIn.kg, units) : '',
            look ? `full ${look.fullness ?? '–'}, tight ${look.tightness ?? '–'}` : '',
          ]
            .filter((t) => t !== undefined && t !== '')
            .join(' · ')}
        </p>
      </header>
      {TARGET_KEYS.map((key) => {
        const line = sheet.nutrients[key];
        const show = (v: number): string => (key === 'ENERC' ? energyFigure(v, units) : whole(v));
        return (
          <div key={key} className="beside-rule">
            <span>
              {NUTRIENT_NAMES[key].name} <b className="n">{show(line.eaten)}</b>
            </span>
            <Gauge
              label={NUTRIENT_NAMES[key].name}
              unit={key === 'ENERC' ? units.energy : 'g'}
              size="row"
              width={150}
              value={line.eaten}
              planned={line.planned}
              spread={line.spread}
              window={line.window}
              show={show}
            />
          </div>
        );
      })}
      <ul className="beside-meals">
        {sheet.meals.map((meal) => (
          <li key={meal.id}>
            <p>
              <b className="n">{meal.number}</b> {meal.time}
              <button type="button" className="linklike" onClick={() => copy(meal.id)}>
                copy meal {meal.number} to today
              </button>
            </p>
            <ul>
              {meal.lines.map((line) => (
                <li key={line.id}>
                  <span className="n">{gramsText(Math.round(line.grams * 10) / 10)} g</span>{' '}
                  {line.portion.food.name}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
      {fault !== null && <p role="alert">{fault} Nothing was copied.</p>}
      <div className="meal-parts">
        <Button
          size="small"
          variant="contained"
          disabled={!today || today.date === date}
          onClick={() => copy()}
        >
          Copy to today
        </Button>
        <Button size="small" variant="text" onClick={onDrop}>
          Put it away
        </Button>
      </div>
    </article>
  );
};

/** Two or three days beside each other: what they held, and what was eaten. */
export const Beside = ({
  athleteId,
  dates,
  onDrop,
}: {
  athleteId: string;
  dates: readonly IsoDate[];
  onDrop: (date: string) => void;
}) => {
  const { day: own } = useOwnDay();
  return (
    <section className="beside" aria-label="Beside each other">
      {dates.map((date) => (
        <Column key={date} athleteId={athleteId} date={date} today={own} onDrop={() => onDrop(date)} />
      ))}
    </section>
  );
};
