import type { BatchStep } from '@maul/contract/kitchen';
import { cooling, coreSaid, safeCore } from '@maul/core/kitchen';
import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { callOut, useAwake } from '../../scale/index.ts';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { useNow } from '../useNow.ts';
import { momentText } from '../words.ts';
import { DegreesField } from '../recipes/RecipeSteps.tsx';
import type { BatchRow, Change } from './useBatch.ts';

const SECOND = 1000;
const MINUTE = 60 * SECOND;

const clock = (ms: number): string => {
  const seconds = Math.round(Math.abs(ms) / SECOND);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
};

/** What a timer has left, ms; below zero once it has run over. Null while it does not run. */
export const leftOf = (step: BatchStep, now: number): number | null =>
  step.startedAt === null || step.endedAt !== null || step.minutes === null
    ? null
    : Date.parse(step.startedAt) + step.minutes * MINUTE - now;

/** Minutes that a step took. */
const took = (step: BatchStep): number | null =>
  step.startedAt === null || step.endedAt === null
    ? null
    : Math.round((Date.parse(step.endedAt) - Date.parse(step.startedAt)) / MINUTE);

/** Calls once for each timer that comes to its end while the page is open. */
const useCalls = (steps: readonly BatchStep[], now: number): void => {
  const called = useRef(new Set<string>());
  useEffect(() => {
    for (const step of steps) {
      const left = leftOf(step, now);
      if (left === null || left > 0 || called.current.has(step.id)) continue;
      called.current.add(step.id);
      // One that ended while nobody looked is said, not called.
      if (left > -10 * SECOND) callOut();
    }
  }, [steps, now]);
};

const Timer = ({
  step,
  now,
  set,
}: {
  step: BatchStep;
  now: number;
  set: (how: Partial<BatchStep>) => void;
}) => {
  const left = leftOf(step, now);
  const time = (): string => new Date().toISOString();
  const minutes = took(step);
  if (minutes !== null)
    return (
      <span className="n">
        {minutes} min
        {step.minutes !== null && Math.abs(minutes - step.minutes) >= 1 && (
          <span className="second"> of {step.minutes}</span>
        )}{' '}
        <Button size="small" variant="text" onClick={() => set({ endedAt: null })}>
          Go on
        </Button>
      </span>
    );
  if (step.startedAt === null)
    return (
      <Button onClick={() => set({ startedAt: time() })}>
        {step.minutes === null ? 'Begin' : `Start ${step.minutes} min`}
      </Button>
    );
  return (
    <>
      <span className={`n batch-clock${left !== null && left <= 0 ? ' is-over' : ''}`} role="timer">
        {left === null ? clock(now - Date.parse(step.startedAt)) : clock(left)}
        {left !== null && left <= 0 && ' over'}
      </span>
      <Button variant="contained" onClick={() => set({ endedAt: time() })}>
        Done
      </Button>
    </>
  );
};

/** How long it has been cooling, on the rule. */
export const CoolingStrip = ({ cookedAt, coldAt }: { cookedAt: string; coldAt: string | null }) => {
  const now = useNow(10 * SECOND);
  const { minutesGone, state, sentence } = cooling(cookedAt, new Date(now).toISOString(), coldAt);
  if (state === 'cold') return <p className="second">{sentence}</p>;
  return (
    <div
      className={`batch-cooling${state === 'cooling' ? '' : ' is-over'}`}
      role={state === 'cooling' ? undefined : 'alert'}
    >
      <p>
        <b>Cool within 1 h</b> of {momentText(cookedAt).split(', ')[1] ?? ''}{' '}
        <b className="batch-cooling-left">{sentence}</b>
      </p>
      <Gauge
        label="Minutes since it was cooked"
        unit="min"
        value={Math.min(minutesGone, 120)}
        window={{ low: 0, high: 60 }}
        size="row"
        lo={0}
        hi={state === 'cooling' ? 66 : 120}
      />
    </div>
  );
};

/** What was cooked how long and how hot, and whether the inside is safe. */
export const Cooking = ({
  row,
  change,
  fahrenheit,
  onDone,
}: {
  row: BatchRow;
  change: Change;
  fahrenheit: boolean;
  onDone: () => void;
}) => {
  const now = useNow(SECOND);
  useAwake();
  const { steps, parts, coreCelsius, cookedAt } = row.thing;
  useCalls(steps, now);
  const set = (id: string) => (how: Partial<BatchStep>) =>
    change((thing) => ({ steps: thing.steps.map((s) => (s.id === id ? { ...s, ...how } : s)) }));
  const safe = safeCore(parts.filter((p) => p.grams !== null).map((p) => p.food.name));
  const said = coreCelsius === null ? undefined : coreSaid(coreCelsius, safe);
  return (
    <div className="batch-one rows">
      <ol className="batch-steps" aria-label="Steps">
        {steps.map((step, i) => (
          <li key={step.id}>
            <span>
              <b>
                {i + 1}. {step.text}
              </b>
              {step.celsius !== null && (
                <span className="second">
                  {' '}
                  at {Math.round(fahrenheit ? (step.celsius * 9) / 5 + 32 : step.celsius)} °
                  {fahrenheit ? 'F' : 'C'}
                </span>
              )}
            </span>
            <span className="batch-timer">
              <Timer step={step} now={now} set={set(step.id)} />
            </span>
            {step.celsius !== null && step.startedAt !== null && (
              <DegreesField
                label="It was"
                what="oven"
                celsius={step.didCelsius ?? step.celsius}
                fahrenheit={fahrenheit}
                onCelsius={(didCelsius) => set(step.id)({ didCelsius })}
              />
            )}
          </li>
        ))}
      </ol>
      <div>
        <Button
          onClick={() =>
            change((thing) => ({
              steps: [
                ...thing.steps,
                {
                  id: uuidv7(),
                  text: 'Timer',
                  minutes: 10,
                  celsius: null,
                  startedAt: new Date().toISOString(),
                  endedAt: null,
                  didCelsius: null,
                },
              ],
            }))
          }
        >
          10 minutes from now
        </Button>
      </div>
      {safe && (
        <>
          <DegreesField
            label={`Inside, ${safe.kind} from ${fahrenheit ? `${Math.round((safe.celsius * 9) / 5 + 32)} °F` : `${safe.celsius} °C`}`}
            what="core"
            celsius={coreCelsius}
            fahrenheit={fahrenheit}
            onCelsius={(celsius) => change({ coreCelsius: celsius })}
          />
          {said ? (
            <p className={said.safe ? 'is-inside' : 'is-over'} role="status">
              {said.sentence}
            </p>
          ) : (
            <p className="second">
              Measure the thickest part: {safe.kind} is safe from {safe.celsius} °C
              {safe.rest === '' ? '' : `, ${safe.rest}`} ({safe.source}).
            </p>
          )}
        </>
      )}
      {cookedAt !== null && <CoolingStrip cookedAt={cookedAt} coldAt={row.thing.coldAt} />}
      <div className="kit-buttons">
        <Button
          variant="contained"
          onClick={() => {
            const ended = new Date().toISOString();
            change((thing) => ({
              cookedAt: thing.cookedAt ?? ended,
              steps: thing.steps.map((s) =>
                s.startedAt !== null && s.endedAt === null ? { ...s, endedAt: ended } : s,
              ),
            }));
            onDone();
          }}
        >
          {cookedAt === null ? 'It is cooked' : 'Weigh the pot'}
        </Button>
        {cookedAt !== null && (
          <Button onClick={() => change({ cookedAt: null })}>It is not cooked yet</Button>
        )}
      </div>
    </div>
  );
};
