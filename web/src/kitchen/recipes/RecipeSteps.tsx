import type { RecipeStep } from '@maul/contract/kitchen';
import { readTemperature } from '@maul/core/kitchen';
import DeleteOutline from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { NumberField } from '../../ui/fields/NumberField.tsx';

const shown = (celsius: number | null, fahrenheit: boolean): number | null =>
  celsius === null ? null : Math.round(fahrenheit ? (celsius * 9) / 5 + 32 : celsius);

/** A temperature in the house’s own degrees; what only makes sense in the other ones is asked. */
export const DegreesField = ({
  label,
  celsius,
  fahrenheit,
  what,
  onCelsius,
}: {
  label: string;
  celsius: number | null;
  fahrenheit: boolean;
  what: 'core' | 'oven';
  onCelsius: (celsius: number | null) => void;
}) => {
  const [asked, setAsked] = useState<{ fault: string; celsius?: number } | null>(null);
  const read = (value: number): void => {
    const found = readTemperature(value, fahrenheit ? 'F' : 'C', what);
    if ('fault' in found) return setAsked(found);
    setAsked(null);
    onCelsius(Math.round(found.celsius * 10) / 10);
  };
  return (
    <div>
      <NumberField
        label={`${label}, °${fahrenheit ? 'F' : 'C'}`}
        value={shown(celsius, fahrenheit)}
        onChange={read}
        onEmpty={() => {
          setAsked(null);
          onCelsius(null);
        }}
      />
      {asked && (
        <p role="alert" className="is-over">
          {asked.fault}{' '}
          {asked.celsius !== undefined && (
            <Button
              size="small"
              onClick={() => {
                onCelsius(Math.round((asked.celsius ?? 0) * 10) / 10);
                setAsked(null);
              }}
            >
              Yes, °F
            </Button>
          )}
        </p>
      )}
    </div>
  );
};

/** What is done with the foods, step by step, with times and temperatures. */
export const RecipeSteps = ({
  steps,
  fahrenheit,
  onSteps,
}: {
  steps: readonly RecipeStep[];
  fahrenheit: boolean;
  onSteps: (steps: RecipeStep[]) => void;
}) => {
  const change = (id: string, how: Partial<RecipeStep>): void =>
    onSteps(steps.map((s) => (s.id === id ? { ...s, ...how } : s)));
  return (
    <div className="rows">
      <h2 className="panel-title">Steps</h2>
      <ol className="kit-list" aria-label="Steps">
        {steps.map((step, i) => (
          <li key={step.id} className="kit-row kit-step-line">
            <TextField
              label={`Step ${i + 1}`}
              value={step.text}
              onChange={(e) => change(step.id, { text: e.target.value.slice(0, 300) })}
            />
            <NumberField
              label="Minutes"
              value={step.minutes}
              onChange={(minutes) => change(step.id, { minutes })}
              onEmpty={() => change(step.id, { minutes: null })}
              min={0.25}
              max={2880}
            />
            <DegreesField
              label="Heat"
              what="oven"
              celsius={step.celsius}
              fahrenheit={fahrenheit}
              onCelsius={(celsius) => change(step.id, { celsius })}
            />
            <IconButton
              aria-label={`Remove step ${i + 1}`}
              onClick={() => onSteps(steps.filter((s) => s.id !== step.id))}
            >
              <DeleteOutline fontSize="small" />
            </IconButton>
          </li>
        ))}
      </ol>
      <div>
        <Button
          onClick={() => onSteps([...steps, { id: uuidv7(), text: 'Cook', minutes: 20, celsius: null }])}
        >
          Add a step
        </Button>
      </div>
    </div>
  );
};
