import { useFoodsToHand } from '../../foods/index.ts';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import {
  fitSentences,
  isBare,
  volumeSentence,
  type DaySheet,
  type Fit,
  type FitAnswer,
  type FitFood,
  type FitProblem,
} from '@maul/core/diary';
import { groupOf } from '@maul/core/foods';
import { type DayTargets, phaseOn } from '@maul/core/plan';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useMemo, useRef, useState } from 'react';
import { StateGlyph } from '../../ui/gauge/Glyph.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText, NUTRIENT_NAMES, plural, windowText } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { offerUndo } from '../../data/undo/undo.ts';
import { asStep, takeStep } from '../../data/undo/steps.ts';
import { savePortion } from '../../data/edit.ts';
import { sentenceOf } from '../../data/api.ts';
import { fitPortions, warmSolver } from '../../workers/solver.ts';
import {
  comingPortions,
  fitProblemOf,
  startChoices,
  stepChoices,
  stockOf,
  type MoveChoice,
} from './fitProblem.ts';

/** Nothing is moved and nothing may weigh less than this: then it is removed. */
const LEAST = 0.5;

const Choice = ({
  portion,
  number,
  choice,
  onChange,
}: {
  portion: PortionRow;
  number: number;
  choice: MoveChoice;
  onChange: (choice: MoveChoice) => void;
}) => {
  const steps = stepChoices(portion);
  const grams = (label: string, key: 'min' | 'max') => (
    <NumberField
      label={label}
      name={`${label}, ${portion.food.name}`}
      value={choice[key]}
      min={0}
      max={5000}
      fault={choice.min > choice.max}
      onChange={(grams) => onChange({ ...choice, [key]: grams })}
    />
  );
  return (
    <li className="fit-food">
      <FormControlLabel
        control={
          <Checkbox
            checked={choice.moves}
            onChange={(e) => onChange({ ...choice, moves: e.target.checked })}
          />
        }
        label={
          <>
            <b>{portion.food.name}</b>{' '}
            <span className="second">
              meal {number}, {gramsText(portion.plannedGrams ?? 0)} g{portion.food.lever ? ', lever' : ''}
            </span>
          </>
        }
      />
      {choice.moves && (
        <span className="fit-bounds">
          {grams('from, g', 'min')}
          {grams('to, g', 'max')}
          <TextField
            select
            size="small"
            label="in steps of"
            value={`${choice.step} ${String(choice.whole)}`}
            onChange={(e) => {
              const found = steps.find((s) => `${s.step} ${String(s.whole)}` === e.target.value);
              if (found) onChange({ ...choice, step: found.step, whole: found.whole });
            }}
          >
            {steps.map((s) => (
              <MenuItem key={s.label} value={`${s.step} ${String(s.whole)}`}>
                {s.label}
              </MenuItem>
            ))}
          </TextField>
        </span>
      )}
    </li>
  );
};

const Answer = ({
  answer,
  at,
  portions,
  numberOf,
  onTake,
}: {
  answer: FitAnswer;
  at: number;
  portions: readonly PortionRow[];
  numberOf: (mealId: string) => number | undefined;
  onTake: () => void;
}) => {
  const moved = portions.flatMap((p, i) => {
    const to = answer.grams[i] ?? 0;
    const from = p.plannedGrams ?? 0;
    return Math.abs(to - from) < 0.01 ? [] : [{ id: p.id, name: p.food.name, mealId: p.mealId, from, to }];
  });
  const day = answer.landings.filter((l) => l.window.mealId === undefined);
  const meals = answer.landings.filter((l) => l.window.mealId !== undefined && l.side !== 'inside');
  return (
    <section className="fit-answer" aria-label={`Answer ${at + 1}`}>
      <h3 className="panel-title">
        {at === 0 ? 'Nearest to the plan' : at === 1 ? 'Another way' : 'A third way'}
      </h3>
      {moved.length === 0 ? (
        <p>The plan stays as it is.</p>
      ) : (
        <ul className="fit-moves">
          {moved.map(({ id, name, mealId, from, to }) => (
            <li key={id}>
              <span>
                {name} <span className="second">meal {numberOf(mealId)}</span>
              </span>
              <span className="n">
                <s className="quiet">{gramsText(from)}</s> <b>{gramsText(Math.round(to * 100) / 100)} g</b>
              </span>
            </li>
          ))}
        </ul>
      )}
      <p className="fit-landings">
        {day.map(({ window, value, side }) => (
          <span key={window.key} className={`is-${side}`}>
            <StateGlyph state={side} /> {NUTRIENT_NAMES[window.key].name.toLowerCase()} {whole(value)}{' '}
            <span className="quiet">of {windowText(window)}</span>
          </span>
        ))}
      </p>
      {meals.length > 0 && (
        <p className="second">
          Outside a meal’s own window:{' '}
          {meals
            .map(
              (l) =>
                `meal ${numberOf(l.window.mealId ?? '') ?? '?'} ${NUTRIENT_NAMES[l.window.key].name.toLowerCase()} ${whole(l.miss)} ${l.side}`,
            )
            .join(', ')}
          .
        </p>
      )}
      <Button variant={at === 0 ? 'contained' : 'outlined'} disabled={moved.length === 0} onClick={onTake}>
        Take this
      </Button>
    </section>
  );
};

/** Looks for portions in the worker: what was asked, what was found, and how far it is. */
const useFitSearch = () => {
  const [found, setFound] = useState<{ fit: Fit; problem: FitProblem } | null>(null);
  const [state, setState] = useState<'choose' | 'looking' | 'more' | 'done'>('choose');
  const [fault, setFault] = useState<string | null>(null);
  useEffect(warmSolver, []);
  const run = async (make: () => FitProblem, stock: () => FitFood[]): Promise<void> => {
    setState('looking');
    setFault(null);
    setFound(null);
    try {
      const problem = make();
      const outcome = await fitPortions(problem, { stock: stock(), answers: 3, seconds: 3 }, (first) => {
        setFound({ fit: first, problem });
        setState('more');
      });
      if ('fault' in outcome) setFault(outcome.fault);
      else setFound({ fit: outcome.fit, problem });
    } catch (error) {
      setFault(sentenceOf(error));
    }
    setState('done');
  };
  const again = (): void => {
    setFound(null);
    setState('choose');
  };
  return { found, state, fault, run, again, looking: state === 'looking' || state === 'more' };
};

/** Grams of food on the day with the first answer of a fit; drinks are none. */
const foodGrams = (sheet: DaySheet, portions: readonly PortionRow[], fit: Fit): number => {
  const fitted = new Map(portions.map((p, i) => [p.id, fit.answers[0]?.grams[i]]));
  return sheet.meals
    .flatMap((m) => m.lines)
    .filter((l) => !isBare(l.portion.food) && groupOf(l.portion.food) !== 'drink')
    .reduce((sum, l) => sum + (fitted.get(l.id) ?? l.grams), 0);
};

/** Finds the portions still to come that land the day, or one meal of it. */
const FitDialog = ({
  day,
  sheet,
  targets,
  mealId,
  onClose,
}: {
  day: DayDocument;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  /** One meal; undefined for all that is left of the day. */
  mealId?: string;
  onClose: () => void;
}) => {
  const [scope, setScope] = useState(mealId ?? 'day');
  const numberOf = (id: string) => sheet.meals.find((m) => m.id === id)?.number;
  const portions = comingPortions(day, scope === 'day' ? undefined : scope).sort(
    (a, b) => (numberOf(a.mealId) ?? 0) - (numberOf(b.mealId) ?? 0) || a.position - b.position,
  );
  const { data: hand } = useFoodsToHand(day.athlete.id);
  const lever = phaseOn(day.season, day.date)?.board?.lever?.name;
  // Until somebody sets one, the choices follow what is known of the foods.
  const [set, setChoices] = useState<ReadonlyMap<string, MoveChoice> | null>(null);
  const choices = useMemo(
    () => set ?? startChoices(comingPortions(day, undefined), hand?.seen, lever),
    [set, day, hand, lever],
  );
  const [ownWindows, setOwnWindows] = useState(true);
  const { found, state, fault, run, again, looking } = useFitSearch();
  const fit = found?.fit;
  const results = useRef<HTMLDivElement>(null);
  const look = async (): Promise<void> => {
    if (!targets) return;
    const { carbBasis } = targets.basis;
    const last = portions.at(-1)?.mealId ?? '';
    await run(
      () => fitProblemOf(day, sheet, targets, portions, choices, ownWindows, hand?.seen),
      () => stockOf(hand?.foods ?? [], carbBasis, day.athlete.profile, last, hand?.seen),
    );
    results.current?.scrollIntoView({ block: 'start' });
  };
  const take = (answer: FitAnswer): void => {
    asStep(day, 'Portions fitted', () =>
      portions.forEach((p, i) => {
        const to = Math.round((answer.grams[i] ?? 0) * 100) / 100;
        if (Math.abs(to - (p.plannedGrams ?? 0)) < 0.01) return;
        savePortion(day, p, to < LEAST ? { deleted: true } : { plannedGrams: to });
      }),
    );
    offerUndo('The portions are fitted.', () => takeStep(day, 'undo'));
    onClose();
  };
  const moving = portions.filter((p) => choices.get(p.id)?.moves).length;
  const volume =
    found && targets?.phase.kind === 'off-season'
      ? volumeSentence(foodGrams(sheet, portions, found.fit))
      : null;
  const sentences = found
    ? [...fitSentences(found.fit, found.problem, numberOf), ...(volume ? [volume] : [])]
    : [];
  const withComing = sheet.meals.filter((m) => m.lines.some((l) => l.state === 'planned'));
  return (
    <FormDialog
      title="Fit"
      onClose={onClose}
      keep={looking ? 'Looking …' : fit ? 'Look again' : 'Find the portions'}
      canKeep={moving > 0 && targets !== undefined && !looking}
      onKeep={() => void look()}
      wide
    >
      {lever !== undefined && portions.some((p) => p.food.name === lever) && (
        <p className="second">
          Peak week: only {lever} moves, as the board says. Tick others to move them too.
        </p>
      )}
      {!targets && <p>No phase on this day, so there are no windows to land in.</p>}
      <TextField
        select
        margin="dense"
        label="Of"
        value={scope}
        onChange={(e) => {
          setScope(e.target.value);
          again();
        }}
      >
        <MenuItem value="day">all that is left of the day</MenuItem>
        {withComing.map((m) => (
          <MenuItem key={m.id} value={m.id}>
            meal {m.number}, {m.title.toLowerCase()}
          </MenuItem>
        ))}
      </TextField>
      <div role="status" className="second" ref={results}>
        {state === 'looking' && 'Looking for portions …'}
        {state === 'more' && 'Looking for other ways …'}
        {state === 'done' && fit && `${plural(fit.answers.length, 'answer')}.`}
      </div>
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault} The plan is as it was.
        </p>
      )}
      {sentences.length > 0 && (
        <ul className="fit-said">
          {sentences.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ul>
      )}
      {fit && fit.answers.length > 0 && (
        <div className="fit-answers">
          {fit.answers.map((answer, i) => (
            <Answer
              key={i}
              at={i}
              answer={answer}
              portions={portions}
              numberOf={numberOf}
              onTake={() => take(answer)}
            />
          ))}
        </div>
      )}
      {portions.length === 0 ? (
        <p>Everything here is already measured. Plan a food to find a portion for it.</p>
      ) : (
        <>
          <p className="second">{plural(moving, 'food')} may move; the others stay as they are planned.</p>
          <ul className="fit-foods" aria-label="What may move">
            {portions.map((p) => {
              const choice = choices.get(p.id) ?? { moves: false, min: 0, max: 500, step: 5, whole: false };
              return (
                <Choice
                  key={p.id}
                  portion={p}
                  number={numberOf(p.mealId) ?? 0}
                  choice={choice}
                  onChange={(next) => setChoices(new Map(choices).set(p.id, next))}
                />
              );
            })}
          </ul>
          {targets && targets.phase.patterns.length > 0 && (
            <FormControlLabel
              control={<Checkbox checked={ownWindows} onChange={(e) => setOwnWindows(e.target.checked)} />}
              label="Each meal in its own window, where the pattern gives it one"
            />
          )}
        </>
      )}
    </FormDialog>
  );
};

export default FitDialog;
