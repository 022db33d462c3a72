import { type Symptom, SYMPTOMS, whatToDo } from '@maul/core/peak';
import Chip from '@mui/material/Chip';
import { useState } from 'react';

/** What is felt, and what to do: nothing of it is kept. */
export const Symptoms = () => {
  const [felt, setFelt] = useState<readonly Symptom[]>([]);
  const said = whatToDo(felt);
  return (
    <section aria-label="Not well?" className="peak-part">
      <h2 className="panel-title">Not well?</h2>
      <div role="group" aria-label="What you feel" className="peak-chips">
        {SYMPTOMS.map((one) => (
          <Chip
            key={one}
            label={one}
            variant={felt.includes(one) ? 'filled' : 'outlined'}
            color={felt.includes(one) ? 'primary' : 'default'}
            aria-pressed={felt.includes(one)}
            onClick={() => setFelt(felt.includes(one) ? felt.filter((f) => f !== one) : [...felt, one])}
          />
        ))}
      </div>
      <div role="alert">
        {said.map((sentence, i) => (
          <p key={sentence} className={i === 0 ? 'is-over' : ''}>
            <b>{sentence}</b>
          </p>
        ))}
      </div>
    </section>
  );
};
