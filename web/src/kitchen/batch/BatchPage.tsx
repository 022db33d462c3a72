import { amountsOf, type CarbBasis } from '@maul/core/nutrition';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { carbBasisOf } from '../../data/day.ts';
import { rulesOf, RULES, thingsOf, useBook } from '../../data/kitchen/kitchenWork.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { useScaleSource } from '../../scale/index.ts';
import { Fault } from '../../ui/Fault.tsx';
import { METRIC, UnitsContext } from '../../ui/formats/units.ts';
import type { DinerRow } from '../words.ts';
import { Cooking } from './Cooking.tsx';
import { DoneBatch } from './DoneBatch.tsx';
import { FillBoxes } from './FillBoxes.tsx';
import { PotStage } from './PotStage.tsx';
import { resultOf, useChange, type BatchRow } from './useBatch.ts';
import { WeighIn } from './WeighIn.tsx';
import '../kitchen.css';

const STAGES = [
  ['in', 'weigh it in'],
  ['cook', 'cook'],
  ['pot', 'weigh the pot'],
  ['boxes', 'fill the boxes'],
] as const;
export type Stage = (typeof STAGES)[number][0];

/** Where a batch is by what was done of it. */
const stageOf = ({ thing }: BatchRow): Stage => {
  if (thing.pots.length > 0) return 'boxes';
  if (thing.cookedAt !== null) return 'pot';
  return thing.parts.length > 0 && thing.parts.every((p) => p.grams !== null) ? 'cook' : 'in';
};

/** What a cooked gram of it is, once it is weighed. */
const Holds = ({ row, basis }: { row: BatchRow; basis: CarbBasis }) => {
  const result = resultOf(row.thing);
  if (!result.ok) return null;
  const { ENERC, PROCNT, CARB, FAT } = amountsOf(result.batch.per100g, basis);
  const figure = (v: number | undefined): string => (v === undefined ? '?' : v.toFixed(1));
  return (
    <p className="second" data-testid="batch-holds">
      100 g cooked hold {ENERC === undefined ? '? kcal' : `${whole(ENERC)} kcal`}, P {figure(PROCNT)}, C{' '}
      {figure(CARB)}, F {figure(FAT)}. Vitamins lost in cooking are not counted.
      {result.batch.unstated.some((u) => u.key === 'PROCNT' || u.key === 'ENERC')
        ? ` ${result.batch.unstated[0]?.foods.join(', ')} does not state everything.`
        : ''}
    </p>
  );
};

const Work = ({
  row,
  athleteId,
  diners,
  fahrenheit,
  basis,
}: {
  row: BatchRow;
  athleteId: string;
  diners: readonly DinerRow[];
  fahrenheit: boolean;
  basis: CarbBasis;
}) => {
  useScaleSource();
  const change = useChange(athleteId, row);
  // Where one is stays until one goes on: a number that is half typed is no step further.
  const [stage, setChosen] = useState<Stage>(() => stageOf(row));
  const at = STAGES.findIndex(([key]) => key === stage);
  const { name } = row.thing;
  useEffect(() => {
    document.title = `Maul, ${name}`;
  }, [name]);
  return (
    <div className="batch-page">
      <div className="batch-strip">
        <b>
          {name}, {STAGES[at]?.[1]}
        </b>
        <span className="second">
          step {at + 1} of {STAGES.length}
        </span>
      </div>
      <nav className="batch-stages" aria-label="Steps of the batch">
        {STAGES.map(([key, text], i) => (
          <button
            key={key}
            type="button"
            aria-current={key === stage ? 'step' : undefined}
            onClick={() => setChosen(key)}
          >
            {i + 1} {text}
          </button>
        ))}
      </nav>
      {stage === 'in' && (
        <WeighIn row={row} athleteId={athleteId} change={change} onDone={() => setChosen('cook')} />
      )}
      {stage === 'cook' && (
        <Cooking row={row} change={change} fahrenheit={fahrenheit} onDone={() => setChosen('pot')} />
      )}
      {stage === 'pot' && (
        <PotStage row={row} athleteId={athleteId} change={change} onDone={() => setChosen('boxes')} />
      )}
      {stage === 'boxes' && (
        <FillBoxes row={row} athleteId={athleteId} change={change} diners={diners} basis={basis} />
      )}
      {stage !== 'in' && <Holds row={row} basis={basis} />}
      <p className="batch-out">
        <Button component={Link} to="/kitchen/recipes" variant="text">
          Back to the recipes
        </Button>
      </p>
    </div>
  );
};

/** A batch, step by step: raw weighed in, cooked, the pot weighed, the boxes filled. */
export const BatchPage = () => {
  const { person } = useSession();
  const { id = '' } = useParams();
  const { day } = useOwnDay();
  const { book, error, refetch } = useBook(person.id);
  const row = book && thingsOf(book, 'batch').find((b) => b.id === id);
  if (error && !book) return <Fault error={error} again={() => void refetch()} />;
  if (!book) return <p className="waiting">Opening the batch …</p>;
  if (!row)
    return (
      <div className="fault rows">
        <p>This batch is not among the latest of your kitchen.</p>
        <Button component={Link} to="/kitchen/recipes">
          Back to the recipes
        </Button>
      </div>
    );
  const basis = day ? carbBasisOf(day) : 'total';
  const diners = thingsOf(book, 'diner');
  return (
    <UnitsContext value={day?.athlete.profile.units ?? METRIC}>
      {row.thing.done ? (
        <DoneBatch row={row} athleteId={person.id} basis={basis} />
      ) : (
        <Work
          key={id}
          row={row}
          athleteId={person.id}
          diners={diners}
          fahrenheit={(rulesOf(book)?.thing ?? RULES).fahrenheit}
          basis={basis}
        />
      )}
    </UnitsContext>
  );
};
