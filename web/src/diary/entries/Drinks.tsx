import type { DayDocument, StandingRow } from '@maul/contract/diary';
import { caffeineActive, drinkCautions, sodiumKnown, type DayCaution } from '@maul/core/diary';
import { clockOf, localMoment, minutesIntoDay } from '@maul/core/units';
import { countdown } from '@maul/core/plan';
import Button from '@mui/material/Button';
import { offerUndo } from '../../data/undo/undo.ts';
import { saveEntry } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { fromDay } from '../../data/fromDay.ts';
import { dosesUntil, drunkUntil, useDayBefore } from './around.ts';
import { alcoholOf, caffeineOf, drinksOf, waterInFood } from './entryText.ts';

const READ = {
  athlete: true,
  date: true,
  today: true,
  season: true,
  bases: true,
  meals: true,
  portions: true,
  notes: true,
  entries: true,
  standing: true,
  weighIn: true,
} as const;
type DrinksDay = Pick<DayDocument, keyof typeof READ>;

const litres = (millilitres: number): string => (millilitres / 1000).toFixed(2).replace(/0$/, '');

/** Vessels that are remembered, the smallest first. */
export const vesselsOf = (day: Pick<DayDocument, 'standing'>) =>
  day.standing
    .flatMap((row: StandingRow) => (row.thing.kind === 'vessel' ? [{ id: row.id, row, ...row.thing }] : []))
    .sort((a, b) => a.millilitres - b.millilitres || a.name.localeCompare(b.name));

const cautionsOf = (day: DrinksDay, before: DayDocument | undefined): DayCaution[] => {
  const { profile } = day.athlete;
  const next = countdown(day.season, day.date);
  return drinkCautions({
    drunk: drunkUntil(day, before),
    sodiumMg: sodiumKnown(day.portions, true),
    weightKg: day.weighIn?.kg ?? day.bases.at(-1)?.weightKg ?? 70,
    caffeine: dosesUntil(day, before),
    pregnant: profile.health.pregnant || profile.health.breastfeeding,
    alcoholGrams: alcoholOf(day),
    daysToEvent: next && next.event.kind !== 'trip' ? next.days : null,
    taken: [
      ...day.entries.flatMap((e) => (e.thing.kind === 'supplement' ? [e.thing.name] : [])),
      ...day.portions.map((p) => p.food.name),
      ...day.notes.map((n) => n.text),
    ],
  });
};

/** The vessels at hand: one press is a drink. */
const Vessels = fromDay(
  { athlete: true, date: true, standing: true },
  ({
    day,
    onTool,
  }: {
    day: Pick<DayDocument, 'athlete' | 'date' | 'standing'>;
    onTool: (tool: 'water') => void;
  }) => {
    const vessels = vesselsOf(day);
    const drink = (millilitres: number, vessel: string): void => {
      const thing = { kind: 'water' as const, millilitres, vessel, done: true };
      // The time of the press: the page may have stood open for hours.
      const time = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
      saveEntry(day, null, { time, thing }, vessel);
      offerUndo(`${vessel}, ${millilitres} mL, drunk.`, () => takeStep(day, 'undo'));
    };
    return (
      <div className="drinks-vessels">
        {vessels.slice(0, 4).map((v) => (
          <Button key={v.id} size="small" onClick={() => drink(v.millilitres, v.name)}>
            + {v.name} ({v.millilitres} mL)
          </Button>
        ))}
        <Button size="small" variant="text" onClick={() => onTool('water')}>
          {vessels.length === 0 ? 'Water …' : 'Another amount …'}
        </Button>
      </div>
    );
  },
);

/** What was drunk, by vessel, and what else of it is worth a word. */
const Drinks = ({
  day,
  editable,
  onTool,
}: {
  day: DrinksDay;
  editable: boolean;
  onTool: (tool: 'water' | 'caffeine') => void;
}) => {
  const sum = (done: boolean): number => drinksOf(day, done).reduce((total, d) => total + d.millilitres, 0);
  const [drunk, planned] = [sum(true), sum(false)];
  const food = waterInFood(day);
  const before = useDayBefore(day);
  const doses = caffeineOf(day);
  const { minutes } = localMoment(new Date(), day.athlete.zone);
  const now = minutesIntoDay(clockOf(minutes), day.athlete.dayTurnsAt);
  const active = day.date === day.today ? caffeineActive(dosesUntil(day, before), now) : undefined;
  const cautions = cautionsOf(day, before);
  if (!editable && drunk + planned === 0 && doses.length === 0 && cautions.length === 0) return null;
  return (
    <section className="drinks" aria-label="Drinks">
      <p>
        <b>Water</b> <span className="n">{litres(drunk)} L</span>
        {planned > 0 && <span className="is-planned"> +{litres(planned)} planned</span>}
        {food.millilitres > 0 && (
          <span className="quiet">
            {' '}
            and {food.atLeast ? 'at least ' : ''}
            {litres(food.millilitres)} L in food
          </span>
        )}
        {(doses.length > 0 || (active ?? 0) >= 1) && (
          <>
            {' · '}
            <button type="button" className="linklike" onClick={() => onTool('caffeine')}>
              caffeine {Math.round(doses.reduce((total, d) => total + d.mg, 0))} mg
              {active === undefined ? '' : `, ${Math.round(active)} active`}
            </button>
          </>
        )}
      </p>
      {editable && <Vessels day={day} onTool={onTool} />}
      {cautions.map((caution) => (
        <p key={caution.id} className="drinks-caution">
          {caution.sentence}{' '}
          <span className="quiet">
            {caution.see} {caution.source}.
          </span>
        </p>
      ))}
    </section>
  );
};

export default fromDay(READ, Drinks);
