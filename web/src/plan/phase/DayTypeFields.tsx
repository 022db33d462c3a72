import {
  carbsBeforeTraining,
  dayTypeFrom,
  makePattern,
  READY_DAY_TYPES,
  sessionOn,
  type DayType,
  type MealPattern,
  type Phase,
  type Routine,
} from '@maul/core/plan';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';

const CHANGES = [
  ['energy', 'kcal more or less'],
  ['carbs', 'g of carbs more or less'],
  ['own', 'macros of its own'],
] as const;

const startChange = (kind: DayType['change']['kind']): DayType['change'] => {
  if (kind === 'energy') return { kind, kcal: 0 };
  return kind === 'carbs' ? { kind, grams: 0 } : { kind, protein: 180, carbs: 150, fat: 60 };
};

const TypeLine = ({
  type,
  phase,
  onChange,
  onRemove,
}: {
  type: DayType;
  phase: Phase;
  onChange: (type: DayType) => void;
  onRemove: (() => void) | undefined;
}) => {
  const { change } = type;
  const put = (next: DayType['change']) => onChange({ ...type, change: next });
  return (
    <li className="type-line">
      <TextField
        label="Name"
        value={type.name}
        onChange={(e) => e.target.value.trim() !== '' && onChange({ ...type, name: e.target.value })}
      />
      <WordField
        label="Does"
        value={change.kind}
        options={CHANGES}
        onChange={(kind) => kind !== change.kind && put(startChange(kind))}
      />
      {change.kind === 'energy' && (
        <NumberField
          label="kcal"
          value={change.kcal}
          min={-3000}
          max={5000}
          onChange={(kcal) => put({ kind: 'energy', kcal })}
        />
      )}
      {change.kind === 'carbs' && (
        <NumberField
          label="g"
          value={change.grams}
          min={-1000}
          max={1200}
          onChange={(grams) => put({ kind: 'carbs', grams })}
        />
      )}
      {change.kind === 'own' && (
        <span className="type-own">
          <NumberField
            label="P"
            value={change.protein}
            min={0}
            max={800}
            onChange={(protein) => put({ ...change, protein })}
          />
          <NumberField
            label="C"
            value={change.carbs}
            min={0}
            max={1500}
            onChange={(carbs) => put({ ...change, carbs })}
          />
          <NumberField
            label="F"
            value={change.fat}
            min={0}
            max={500}
            onChange={(fat) => put({ ...change, fat })}
          />
        </span>
      )}
      <NumberField
        label="Window ×"
        value={type.widen}
        min={1}
        max={5}
        onChange={(widen) => onChange({ ...type, widen })}
      />
      {phase.patterns.length > 1 && (
        <WordField
          label="Meals"
          value={type.patternId ?? ''}
          options={[['', 'as the phase'], ...phase.patterns.map((p) => [p.id, p.name] as const)]}
          onChange={(id) => onChange({ ...type, patternId: id === '' ? null : id })}
        />
      )}
      <IconButton
        size="small"
        aria-label={`Remove the day type ${type.name}`}
        disabled={!onRemove}
        title={onRemove ? undefined : 'The week or a date uses it'}
        onClick={onRemove}
      >
        <Close fontSize="inherit" />
      </IconButton>
    </li>
  );
};

/** The id of the pattern that a leg day brings with it. */
const LEG_PATTERN = 'leg-day';

/** A ready day type added to a phase; a leg day brings meals that keep the carbs for before the session. */
const withDayType = (phase: Phase, routine: Routine, id: string): Partial<Phase> => {
  const type = dayTypeFrom(id);
  if (id !== 'leg') return { dayTypes: [...phase.dayTypes, type] };
  const own = phase.patterns.find((p) => p.id === phase.patternId);
  const session = [1, 2, 3, 4, 5, 6, 7].flatMap((day) => sessionOn(routine, day) ?? [])[0];
  const made = (): MealPattern =>
    makePattern({
      id: LEG_PATTERN,
      name: 'Leg day',
      meals: own?.slots.length ?? 5,
      carbs: 'even',
      waking: routine.waking,
      training: session ?? { start: '17:00', minutes: 75 },
      fast: own?.fast ?? null,
    });
  const pattern =
    (own && carbsBeforeTraining(own, LEG_PATTERN, 'Leg day')) ??
    carbsBeforeTraining(made(), LEG_PATTERN, 'Leg day');
  if (!pattern) return { dayTypes: [...phase.dayTypes, type] };
  return {
    dayTypes: [...phase.dayTypes, { ...type, patternId: pattern.id }],
    patterns: [...phase.patterns.filter((p) => p.id !== pattern.id), pattern],
  };
};

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** The phase's day types and the week that they make. */
export const DayTypeFields = ({
  phase,
  routine,
  onChange,
}: {
  phase: Phase;
  routine: Routine;
  onChange: (change: Partial<Phase>) => void;
}) => {
  const used = new Set([...phase.week, ...Object.values(phase.exceptions)]);
  const ready = READY_DAY_TYPES.filter((r) => !phase.dayTypes.some((t) => t.id === r.id));
  return (
    <div className="rows">
      <ul className="type-list">
        {phase.dayTypes.map((type) => (
          <TypeLine
            key={type.id}
            type={type}
            phase={phase}
            onChange={(next) =>
              onChange({ dayTypes: phase.dayTypes.map((t) => (t.id === type.id ? next : t)) })
            }
            onRemove={
              used.has(type.id)
                ? undefined
                : () => onChange({ dayTypes: phase.dayTypes.filter((t) => t.id !== type.id) })
            }
          />
        ))}
      </ul>
      <TextField
        select
        label="Add a day type"
        value=""
        onChange={(e) => onChange(withDayType(phase, routine, e.target.value))}
      >
        {ready.map((r) => (
          <MenuItem key={r.id} value={r.id}>
            {r.name}: {r.about}
          </MenuItem>
        ))}
      </TextField>
      <div className="week-pattern" role="group" aria-label="The usual week">
        {phase.week.map((id, i) => (
          <TextField
            key={DAYS[i]}
            select
            label={DAYS[i]}
            value={id}
            onChange={(e) => onChange({ week: phase.week.map((w, j) => (j === i ? e.target.value : w)) })}
          >
            {phase.dayTypes.map((t) => (
              <MenuItem key={t.id} value={t.id}>
                {t.name}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </div>
    </div>
  );
};
