import { DateField } from '../ui/fields/DateField.tsx';
import { TimeField } from '../ui/fields/TimeField.tsx';
import { ALLERGENS } from '@maul/contract/foods';
import { DIETS } from '@maul/contract/people';
import { FAT_SPREAD, type FatMethod } from '@maul/core/body';
import type { SessionKind, TrainingSession } from '@maul/core/plan';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Close from '@mui/icons-material/Close';
import { useState } from 'react';
import { Controller } from 'react-hook-form';
import { Check, Choice, Section, Text, type BodyForm, type Statement } from './BodyFields.tsx';
import { convertFigures, type BodyValues } from './bodyValues.ts';

const DIET_WORDS: Readonly<Record<(typeof DIETS)[number], string>> = {
  everything: 'Everything',
  fish: 'Plants, dairy, eggs and fish',
  vegetarian: 'Plants, dairy and eggs',
  plants: 'Plants only',
};
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const SESSIONS: Readonly<Record<SessionKind, string>> = {
  resistance: 'Training',
  cardio: 'Cardio',
  posing: 'Posing',
};
export const LEVELS = [
  [1.45, 'Light: sitting work, a walk (1.45)'],
  [1.6, 'Light to active: sitting work and training (1.6)'],
  [1.85, 'Active: on your feet, training most days (1.85)'],
  [2.1, 'Vigorous: heavy work or two sessions a day (2.1)'],
] as const;

/** The spread of a body fat figure by how it was found, as the one table has it. */
const points = (method: FatMethod): string => String(FAT_SPREAD[method]);

/** Body and units. `withWeight` only at the start: later the mornings tell. */
export const BodySection = ({ form, withWeight }: { form: BodyForm; withWeight: boolean }) => {
  const unit = form.watch('units.body');
  // A figure that stands in a field stays the same amount when its unit changes.
  const inUnits = (next: Partial<BodyValues['units']>): void => {
    const values = form.getValues();
    const { weight, known } = convertFigures(values, { ...values.units, ...next });
    form.setValue('weight', weight);
    form.setValue('known', known);
  };
  return (
    <Section title="Body">
      <div className="setup-three">
        <Choice
          form={form}
          name="units.body"
          label="Body mass in"
          onChosen={(body) => inUnits({ body: body as 'kg' | 'lb' })}
          options={[
            ['kg', 'kg'],
            ['lb', 'lb'],
          ]}
        />
        <Choice
          form={form}
          name="units.food"
          label="Food in"
          options={[
            ['g', 'g'],
            ['oz', 'oz'],
          ]}
        />
        <Choice
          form={form}
          name="units.energy"
          label="Energy in"
          onChosen={(energy) => inUnits({ energy: energy as 'kcal' | 'kJ' })}
          options={[
            ['kcal', 'kcal'],
            ['kJ', 'kJ'],
          ]}
        />
      </div>
      <div className="pair">
        <Choice
          form={form}
          name="sex"
          label="Sex, for the equations"
          options={[
            ['', 'Choose'],
            ['female', 'Female'],
            ['male', 'Male'],
          ]}
        />
        <Controller
          control={form.control}
          name="birthDate"
          render={({ field, fieldState }) => (
            <DateField
              label="Birth date"
              value={field.value}
              onChange={field.onChange}
              error={fieldState.invalid}
              help={fieldState.error?.message}
            />
          )}
        />
      </div>
      <div className="pair">
        <Text form={form} name="heightCm" label="Height, cm" />
        {withWeight && <Text form={form} name="weight" label={`Body mass this morning, ${unit}`} />}
      </div>
      <div className="pair">
        <Text form={form} name="fatPercent" label="Body fat, % (if you know it)" />
        <Choice
          form={form}
          name="fatMethod"
          label="Measured by"
          options={[
            ['eye', `Eye (± ${points('eye')} points)`],
            ['tape', `Tape (± ${points('tape')} points)`],
            ['skinfold', `Skinfolds (± ${points('skinfold')} points)`],
            ['dxa', `DXA (± ${points('dxa')} points)`],
          ]}
        />
      </div>
    </Section>
  );
};

export const FoodSection = ({ form }: { form: BodyForm }) => (
  <Section title="Food">
    <Choice
      form={form}
      name="carbBasis"
      label="Carbohydrate as you count it"
      options={[
        ['total', 'Carbs, fibre inside (US and Canadian labels)'],
        ['available', 'Net carbs, fibre outside (EU, UK, Australian labels)'],
      ]}
    />
    <Choice form={form} name="diet" label="You eat" options={DIETS.map((d) => [d, DIET_WORDS[d]] as const)} />
    <Controller
      control={form.control}
      name="allergens"
      render={({ field }) => (
        <div role="group" aria-label="Allergens that are never offered" className="setup-chips">
          <span className="second">Never offer:</span>
          {ALLERGENS.map((allergen) => {
            const chosen = field.value.includes(allergen);
            return (
              <Chip
                key={allergen}
                label={allergen}
                size="small"
                variant={chosen ? 'filled' : 'outlined'}
                color={chosen ? 'primary' : 'default'}
                aria-pressed={chosen}
                onClick={() =>
                  field.onChange(
                    chosen ? field.value.filter((a) => a !== allergen) : [...field.value, allergen],
                  )
                }
              />
            );
          })}
        </div>
      )}
    />
    <Controller
      control={form.control}
      name="notTolerated"
      render={({ field, fieldState }) => (
        <Autocomplete
          multiple
          freeSolo
          autoSelect
          options={[] as string[]}
          value={field.value}
          onChange={(_, next) =>
            field.onChange([...new Set(next.map((name) => name.trim()).filter((name) => name.length > 1))])
          }
          renderInput={(params) => (
            <TextField
              {...params}
              label="Not tolerated: offered last"
              error={fieldState.invalid}
              helperText={
                fieldState.error?.message ??
                'A food at a time, such as “milk”. It stays in the log and the search; swaps and treats offer it last.'
              }
            />
          )}
        />
      )}
    />
  </Section>
);

/** Adds sessions on several weekdays at once; each can be taken away again. */
const Sessions = ({
  value,
  onChange,
}: {
  value: TrainingSession[];
  onChange: (next: TrainingSession[]) => void;
}) => {
  const [kind, setKind] = useState<SessionKind>('resistance');
  const [days, setDays] = useState<number[]>([]);
  const [start, setStart] = useState('17:00');
  const [minutes, setMinutes] = useState('75');
  const length = Number(minutes);
  const ready =
    days.length > 0 && /^([01]\d|2[0-3]):[0-5]\d$/.test(start) && Number.isInteger(length) && length > 0;
  const sorted = [...value].sort((a, b) => a.weekday - b.weekday || a.start.localeCompare(b.start));
  return (
    <div className="rows setup-sessions">
      <ul className="setup-session-list" aria-label="Sessions of the week">
        {sorted.length === 0 && <li className="second">No sessions: every day is a rest day.</li>}
        {sorted.map((s) => (
          <li key={`${s.weekday}${s.start}${s.kind}`}>
            <b>{WEEKDAYS[s.weekday - 1]}</b> {s.start} {SESSIONS[s.kind].toLowerCase()}, {s.minutes} min
            <IconButton
              size="small"
              aria-label={`Remove ${SESSIONS[s.kind].toLowerCase()} on ${WEEKDAYS[s.weekday - 1] ?? ''} at ${s.start}`}
              onClick={() => onChange(value.filter((other) => other !== s))}
            >
              <Close fontSize="inherit" />
            </IconButton>
          </li>
        ))}
      </ul>
      <ToggleButtonGroup
        size="small"
        value={days}
        aria-label="Weekdays"
        onChange={(_, next: number[]) => setDays(next)}
      >
        {WEEKDAYS.map((day, i) => (
          <ToggleButton key={day} value={i + 1}>
            {day}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <div className="setup-four">
        <TextField
          select
          label="Session"
          value={kind}
          onChange={(e) => setKind(e.target.value as SessionKind)}
        >
          {(Object.keys(SESSIONS) as SessionKind[]).map((k) => (
            <MenuItem key={k} value={k}>
              {SESSIONS[k]}
            </MenuItem>
          ))}
        </TextField>
        <TimeField label="Starts at" value={start} onChange={setStart} />
        <TextField label="Minutes" value={minutes} onChange={(e) => setMinutes(e.target.value)} />
        <Button
          disabled={!ready}
          onClick={() => {
            const added = days
              .map((weekday) => ({ weekday, kind, start, minutes: length }))
              .filter(
                (s) =>
                  !value.some((v) => v.weekday === s.weekday && v.start === s.start && v.kind === s.kind),
              );
            onChange([...value, ...added]);
            setDays([]);
          }}
        >
          Add
        </Button>
      </div>
    </div>
  );
};

export const RoutineSection = ({ form }: { form: BodyForm }) => (
  <Section
    title="Your usual week"
    note="Meals can hang on waking and on training; what training burns is not handed back as food."
  >
    <div className="pair">
      <Controller
        control={form.control}
        name="waking"
        render={({ field, fieldState }) => (
          <TimeField
            label="You wake at"
            value={field.value}
            onChange={field.onChange}
            error={fieldState.invalid}
            help={fieldState.error?.message}
          />
        )}
      />
      <Choice
        form={form}
        name="weekStartsOn"
        label="Your week starts on"
        options={WEEKDAYS.map((day, i) => [i + 1, day] as const)}
      />
      <Choice
        form={form}
        name="checkInOn"
        label="Your week goes to the coach on"
        options={WEEKDAYS.map((day, i) => [i + 1, day] as const)}
      />
    </div>
    <Controller
      control={form.control}
      name="sessions"
      render={({ field }) => <Sessions value={field.value} onChange={field.onChange} />}
    />
  </Section>
);

const STATEMENTS: readonly (readonly [Statement, string])[] = [
  ['pregnant', 'Pregnant'],
  ['breastfeeding', 'Breastfeeding'],
  ['diabetes', 'Diabetes'],
  ['kidney', 'Kidney disease'],
  ['heart', 'Heart disease or blood pressure'],
  ['lithium', 'Taking lithium'],
  ['eatingDisorder', 'An eating disorder, now or in the past'],
  ['periodLost', 'No period for 3 months, or cycles over 35 days (not by contraception)'],
  ['lostLibido', 'Lost libido'],
  ['oftenIll', 'Often ill'],
  ['stressFracture', 'A stress fracture'],
];

export const HealthSection = ({ form }: { form: BodyForm }) => {
  const health = form.watch('health');
  const ill = health.diabetes || health.kidney || health.heart || health.lithium;
  return (
    <Section
      title="Health (used only for cautions)"
      note="Nobody but you and your coach sees it. It decides which plans Maul keeps, and when it sends you to a doctor."
    >
      <div className="setup-checks">
        {STATEMENTS.map(([key, text]) => (
          <Check key={key} form={form} name={`health.${key}`} label={text} />
        ))}
      </div>
      {health.eatingDisorder && (
        <Text
          form={form}
          name="health.professional"
          label="The professional at your side, by name"
          help="Without one Maul plans no cut, prep or peak week."
        />
      )}
      {ill && (
        <Text
          form={form}
          name="health.doctor"
          label="Your treating doctor, by name"
          help="Changes of carbs, sodium and water are made with them."
        />
      )}
      <div className="setup-checks">
        <Check form={form} name="cycle" label="Track my cycle" />
        <Check form={form} name="hide.weight" label="Hide my weight on screen" />
        <Check form={form} name="hide.energy" label="Hide kcal on my day" />
      </div>
    </Section>
  );
};
