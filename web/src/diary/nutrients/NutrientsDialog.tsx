import type { DayDocument } from '@maul/contract/diary';
import type { PortionFood } from '@maul/contract/foods';
import {
  carbohydrate,
  energyByRules,
  energyOf,
  NUTRIENT_LABELS,
  nutrientPanel,
  perGrams,
  PLANT_FIRST,
  TAGNAME_LIST,
  type IntakePerson,
  type NutrientVector,
  type PanelLine,
  type PanelShare,
} from '@maul/core/nutrition';
import { hiddenEnergy } from '@maul/core/foods';
import { K90 } from '@maul/core/units';
import { portionUncertainty, type DaySheet, type SheetFood } from '@maul/core/diary';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useMemo, useState } from 'react';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { oneDecimal, plural, shortDate } from '../../ui/formats/show.ts';
import { partsOf, useWeekLog } from '../../data/log.ts';
import { sentenceOf } from '../../data/api.ts';

/** An amount as one would say it: three figures, no more. */
const amount = (value: number): string =>
  value >= 100 ? Math.round(value).toLocaleString('en-GB') : String(Number(value.toPrecision(2)));

/** What can be reckoned from what is stated counts as known: energy from the macros, one carbohydrate from the other and the fibre. */
const completed = (vector: NutrientVector): NutrientVector => {
  const reckoned = {
    ENERC: energyOf(vector)?.kcal,
    CHOCDF: carbohydrate(vector, 'total'),
    CHOAVLDF: carbohydrate(vector, 'available'),
  };
  return {
    ...vector,
    ...Object.fromEntries(Object.entries(reckoned).filter(([, value]) => value !== undefined)),
  };
};

const shareOf = (food: SheetFood, grams: number): PanelShare => ({
  foodId: food.id,
  name: food.name.split(',')[0] ?? food.name,
  vector: completed(perGrams(food.per100g, grams)),
});

const yearsOn = (birth: string, date: string): number => {
  const years = Number(date.slice(0, 4)) - Number(birth.slice(0, 4));
  return date.slice(5) < birth.slice(5) ? years - 1 : years;
};

const Line = ({ line, perDay }: { line: PanelLine; perDay: boolean }) => {
  const { intake } = line;
  const unit = line.unit === 'ug' ? 'µg' : line.unit;
  const name = NUTRIENT_LABELS[line.tag];
  const least = line.unknown > 0 && !line.allUnknown;
  return (
    <li className="nutrient">
      <span className="nutrient-name">{name}</span>
      <span className="nutrient-value n">
        <b className={line.aboveUpper ? 'is-over' : ''}>
          {least ? '≥ ' : ''}
          {amount(line.value)} {unit}
        </b>
      </span>
      <span className="nutrient-rule">
        {intake && perDay && (
          <Gauge
            label={name}
            unit={unit}
            value={line.value}
            window={{ low: intake.value, high: intake.upper?.countsAll ? intake.upper.value : Infinity }}
            hi={Math.max(intake.value * 1.4, line.value * 1.05)}
            size="row"
            width={150}
          />
        )}
      </span>
      <span className="nutrient-words second">
        {intake && perDay
          ? `${least ? 'at least ' : ''}${Math.round((line.part ?? 0) * 100)} % of ${amount(intake.value)} ${unit}, ${intake.kind} ${intake.body} ${intake.year}`
          : ''}
        {intake?.upper && perDay
          ? `; ${intake.upper.what} ${amount(intake.upper.value)} ${unit}${line.aboveUpper ? ': above it' : ''}`
          : ''}
        {line.top.length > 0
          ? `${intake && perDay ? '. ' : ''}Most from ${line.top.map((t) => `${t.name} ${Math.round(t.part * 100)} %`).join(', ')}`
          : ''}
      </span>
    </li>
  );
};

/** What each rule is called. */
const RULES = {
  stated: 'as stated',
  plain: '4/9/4',
  'fibre at 2': 'fibre at 2',
  'less fibre': 'without fibre',
  eu: 'EU factors',
  'eu kJ': 'EU factors',
} as const;

/** The energy under every rule that what is stated allows: none overwrites another. */
const ByRule = ({ vectors }: { vectors: NutrientVector[] }) => {
  const rows = energyByRules(vectors);
  if (rows.length < 2) return null;
  return (
    <p className="second" data-testid="by-rule">
      Energy:{' '}
      {rows
        .map(({ rule, value, unit }) => `${RULES[rule]} ${Math.round(value).toLocaleString('en-GB')} ${unit}`)
        .join(' · ')}
      . Labels may use any of these.
    </p>
  );
};

/** What the rounding of labels may hide in the day: said only where something is hidden. */
const Hidden = ({ portions }: { portions: { food: PortionFood; grams: number }[] }) => {
  const found = portions.flatMap(({ food, grams }) => {
    const hidden = food.label ? hiddenEnergy(food.label, grams) : undefined;
    const stated = ((food.per100g.ENERC ?? 0) * grams) / 100;
    return hidden ? [{ low: hidden.low - stated, high: hidden.high - stated }] : [];
  });
  if (found.length === 0) return null;
  const low = found.reduce((s, h) => s + h.low, 0);
  const high = found.reduce((s, h) => s + h.high, 0);
  return (
    <p className="second">
      {plural(found.length, 'portion')} with a label that rounds its energy to almost nothing: together{' '}
      {low < 0 ? `${oneDecimal(-low)} kcal less to ` : ''}
      {oneDecimal(high)} kcal more than stated.
    </p>
  );
};

/** The nutrients of a portion, a meal, the day or the week, against what a body of experts recommends. */
const NutrientsDialog = ({
  day,
  sheet,
  onClose,
}: {
  day: DayDocument;
  sheet: DaySheet;
  onClose: () => void;
}) => {
  const [what, setWhat] = useState('day');
  const small = useMediaQuery('(max-width: 720px)');
  const { profile, sex, birthDate } = day.athlete;
  const plants = profile.diet === 'plants' || profile.diet === 'vegetarian';
  const [plantsFirst, setPlantsFirst] = useState(plants);
  const person: IntakePerson = { sex, age: yearsOn(birthDate, day.date), vegetarian: plants };
  const week = useWeekLog(day.athlete.id, day.date);
  const lines = sheet.meals.flatMap((m) => m.lines.map((l) => ({ meal: m, line: l })));
  const chosen = lines.filter(
    ({ meal, line }) => what === 'day' || what === `meal ${meal.id}` || what === `portion ${line.id}`,
  );
  const rowOf = (id: string) => day.portions.find((p) => p.id === id);
  const portions = chosen.flatMap(({ line }) => {
    const row = rowOf(line.id);
    return row ? [{ food: row.food, grams: line.grams, row }] : [];
  });
  const beside = what === 'day' ? partsOf({ portions: [], entries: day.entries }) : [];
  const weekDays = week.data?.days.filter((d) => d.portions.some((p) => p.grams !== null)) ?? [];
  const panel = useMemo(
    () =>
      what === 'week'
        ? nutrientPanel(
            weekDays.flatMap((d) =>
              partsOf(d).flatMap((p) => (p.grams === null ? [] : [shareOf(p.food, p.grams)])),
            ),
            person,
            { days: Math.max(1, weekDays.length), plantsFirst },
          )
        : nutrientPanel(
            [
              ...portions.map((p) => shareOf(p.food, p.grams)),
              ...beside.map((p) => shareOf(p.food, p.grams ?? p.plannedGrams ?? 0)),
            ],
            person,
            { plantsFirst },
          ),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [what, day, sheet, week.data, plantsFirst],
  );
  const unstated = panel.filter((line) => line.allUnknown);
  const perDay = what === 'day' || what === 'week';
  const one = what.startsWith('portion') ? portions[0] : undefined;
  const minor = person.age < 18;
  return (
    <Dialog open onClose={onClose} aria-labelledby="nutrients" fullWidth maxWidth="md" fullScreen={small}>
      <DialogTitle id="nutrients">Nutrients</DialogTitle>
      <DialogContent className="rows">
        <div className="pair">
          <TextField select margin="dense" label="Of" value={what} onChange={(e) => setWhat(e.target.value)}>
            <MenuItem value="day">the day as it lands, {shortDate(day.date)}</MenuItem>
            <MenuItem value="week">the week to {shortDate(day.date)}, a day on average</MenuItem>
            {sheet.meals.map((m) => (
              <MenuItem key={m.id} value={`meal ${m.id}`}>
                meal {m.number}: {m.title}
              </MenuItem>
            ))}
            {lines.map(({ line }) => (
              <MenuItem key={line.id} value={`portion ${line.id}`}>
                {line.portion.food.name}, {Math.round(line.grams)} g
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            margin="dense"
            label="Order"
            value={plantsFirst ? 'plants' : 'plain'}
            onChange={(e) => setPlantsFirst(e.target.value === 'plants')}
          >
            <MenuItem value="plain">as foods are described</MenuItem>
            <MenuItem value="plants">plant-based: {PLANT_FIRST.length} to look at first</MenuItem>
          </TextField>
        </div>
        {what === 'week' && week.isPending && <p className="second">Adding up the week …</p>}
        {what === 'week' && week.error && <p role="alert">{sentenceOf(week.error)}</p>}
        {what === 'week' && week.data && (
          <p className="second">{plural(weekDays.length, 'day')} of seven with something eaten.</p>
        )}
        {one && one.row.grams !== null && one.row.method !== null && (
          <p className="second">
            {oneDecimal(one.grams)} g ±{' '}
            {(K90 * portionUncertainty({ ...one.row, grams: one.grams, method: one.row.method })).toFixed(1)}{' '}
            g (90 %).
          </p>
        )}
        {what !== 'week' && <ByRule vectors={portions.map((p) => perGrams(p.food.per100g, p.grams))} />}
        <Hidden portions={portions} />
        {minor && <p>Reference intakes are shown for adults only: ask a dietitian.</p>}
        <ul className="nutrients" aria-label="Nutrients">
          {panel
            .filter((line) => !line.allUnknown)
            .map((line) => (
              <Line key={line.tag} line={line} perDay={perDay} />
            ))}
        </ul>
        {unstated.length > 0 && (
          <p>
            Stated by none of these foods, so unknown and not zero:{' '}
            {unstated.map((line) => NUTRIENT_LABELS[line.tag]).join(', ')}. A label or a table with them can
            be typed or imported in the Pantry.
          </p>
        )}
        <p className="quiet">
          “≥” is at least: some portions do not state it. {TAGNAME_LIST.length} nutrients by their INFOODS
          names. Reference intakes are for healthy adults and no diagnosis; what is low is a matter for a
          doctor or dietitian.
          {plants ? ' Iron counts 1.8 times and zinc 1.5 times for who eats no meat.' : ''}
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
};

export default NutrientsDialog;
