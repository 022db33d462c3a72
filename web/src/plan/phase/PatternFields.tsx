import { TimeField } from '../../ui/fields/TimeField.tsx';
import { isClock } from '@maul/core/units';
import {
  makePattern,
  patternConflicts,
  type CarbTiming,
  type MealAnchor,
  type MealPattern,
  type MealSlot,
  type Phase,
  type Routine,
} from '@maul/core/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';

const CARBS = [
  ['even', 'even'],
  ['around-training', 'around training'],
  ['early', 'early'],
  ['late', 'late'],
  ['protein-until-evening', 'protein until evening'],
] as const satisfies readonly (readonly [CarbTiming, string])[];
const ANCHORS = [
  ['clock', 'at'],
  ['waking', 'after waking'],
  ['before-training', 'before training'],
  ['after-training', 'after training'],
] as const satisfies readonly (readonly [MealAnchor, string])[];

const SlotLine = ({
  slot,
  number,
  onChange,
}: {
  slot: MealSlot;
  number: number;
  onChange: (slot: MealSlot) => void;
}) => {
  const share = (key: keyof MealSlot['share'], label: string) => (
    <NumberField
      label={label}
      value={slot.share[key]}
      min={0}
      max={100}
      onChange={(value) => onChange({ ...slot, share: { ...slot.share, [key]: value } })}
    />
  );
  return (
    <li className="slot-line">
      <b className="n">{number}</b>
      <WordField
        label="When"
        value={slot.anchor}
        options={ANCHORS}
        onChange={(anchor) => onChange({ ...slot, anchor })}
      />
      {slot.anchor === 'clock' ? (
        <TimeField label="Time" value={slot.at} onChange={(at) => isClock(at) && onChange({ ...slot, at })} />
      ) : (
        <NumberField
          label="Minutes"
          value={slot.minutes}
          min={0}
          max={1440}
          onChange={(minutes) => onChange({ ...slot, minutes })}
        />
      )}
      {share('protein', 'P %')}
      {share('carbs', 'C %')}
      {share('fat', 'F %')}
    </li>
  );
};

/** How the day's targets are spread over its meals: made from a few words, then changed meal by meal. */
export const PatternFields = ({
  phase,
  routine,
  onChange,
}: {
  phase: Phase;
  routine: Routine;
  onChange: (change: Partial<Phase>) => void;
}) => {
  const session = routine.sessions.find((s) => s.kind === 'resistance') ?? routine.sessions[0];
  const [shown, setShown] = useState(phase.patternId ?? phase.patterns[0]?.id ?? '');
  const [meals, setMeals] = useState(5);
  const [carbs, setCarbs] = useState<CarbTiming>('even');
  const [fasts, setFasts] = useState<'no' | 'yes'>('no');
  const pattern = phase.patterns.find((p) => p.id === shown) ?? phase.patterns[0];
  const put = (next: MealPattern) =>
    onChange({ patterns: phase.patterns.map((p) => (p.id === next.id ? next : p)) });
  const make = (): void => {
    let n = phase.patterns.length + 1;
    while (phase.patterns.some((p) => p.id === `pattern-${n}`)) n += 1;
    const made = makePattern({
      id: `pattern-${n}`,
      name: `${meals} meals, carbs ${CARBS.find(([c]) => c === carbs)?.[1] ?? carbs}`,
      meals,
      carbs,
      waking: routine.waking,
      training: session ? { start: session.start, minutes: session.minutes } : null,
      fast: fasts === 'yes' ? { from: '20:00', to: '12:00' } : null,
    });
    onChange({ patterns: [...phase.patterns, made], patternId: made.id });
    setShown(made.id);
  };
  const conflicts = pattern
    ? [...new Set([1, 2, 3, 4, 5, 6, 7].flatMap((d) => patternConflicts(pattern, routine, d)))]
    : [];
  return (
    <div className="rows">
      <div className="part-line">
        <NumberField label="Meals" value={meals} min={1} max={10} whole onChange={setMeals} />
        <WordField label="Carbs" value={carbs} options={CARBS} onChange={setCarbs} />
        <WordField
          label="Fast"
          value={fasts}
          options={[
            ['no', 'none'],
            ['yes', '20:00 to 12:00'],
          ]}
          onChange={setFasts}
        />
      </div>
      <Button size="small" onClick={make}>
        Make a meal pattern
      </Button>
      {phase.patterns.length > 0 && (
        <WordField
          label="Meals of this phase"
          value={phase.patternId ?? ''}
          options={[['', 'no pattern'], ...phase.patterns.map((p) => [p.id, p.name] as const)]}
          onChange={(id) => {
            onChange({ patternId: id === '' ? null : id });
            if (id !== '') setShown(id);
          }}
        />
      )}
      {pattern && (
        <>
          <TextField
            label="Name"
            value={pattern.name}
            onChange={(e) => e.target.value.trim() !== '' && put({ ...pattern, name: e.target.value })}
          />
          <ol className="slot-list">
            {pattern.slots.map((slot, i) => (
              <SlotLine
                key={slot.id}
                slot={slot}
                number={i + 1}
                onChange={(next) =>
                  put({ ...pattern, slots: pattern.slots.map((s) => (s.id === slot.id ? next : s)) })
                }
              />
            ))}
          </ol>
          {pattern.fast && (
            <div className="pair">
              {(['from', 'to'] as const).map((end) => (
                <TimeField
                  key={end}
                  label={end === 'from' ? 'No food from' : 'to'}
                  value={pattern.fast?.[end] ?? ''}
                  onChange={(time) =>
                    pattern.fast &&
                    isClock(time) &&
                    put({ ...pattern, fast: { ...pattern.fast, [end]: time } })
                  }
                />
              ))}
            </div>
          )}
          {conflicts.map((conflict) => (
            <Alert key={conflict} severity="warning">
              {conflict}
            </Alert>
          ))}
          {phase.patternId !== pattern.id && !phase.dayTypes.some((t) => t.patternId === pattern.id) && (
            <Button
              size="small"
              color="error"
              onClick={() => onChange({ patterns: phase.patterns.filter((p) => p.id !== pattern.id) })}
            >
              Remove this pattern
            </Button>
          )}
        </>
      )}
    </div>
  );
};
