import type { DayDocument } from '@maul/contract/diary';
import { showMass } from '@maul/core/scale';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { AddFoodDialog, type GivenWeight } from '../../foods/index.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { measuredBy } from '../../data/edit.ts';
import { useBench } from '../store.ts';
import { useUnnamed, type Unnamed } from './unnamed.ts';

const givenOf = ({ id, layer, at }: Unnamed): GivenWeight => {
  const { grams, method, division, trail } = measuredBy(layer);
  return { id, grams, method, division, trail: { ...trail, at } };
};

/** What was weighed before it had a name, each waiting for its food. */
export const Free = ({ day, mealId }: { day: DayDocument; mealId: string }) => {
  const { list, add, forget } = useUnnamed();
  const [naming, setNaming] = useState<Unnamed | null>(null);
  const meal = day.meals.find((m) => m.id === mealId);
  const { name } = useBench.getState();
  if (list.length === 0) return null;
  return (
    <div className="unnamed rows" role="group" aria-label="Weighed, not named yet">
      <h3 className="panel-title">Weighed, not named yet</h3>
      <ul>
        {list.map((one) => (
          <li key={one.id}>
            <span className="n">
              <b>{showMass(one.layer.net, { unit: 'g', division: one.layer.division })}</b>{' '}
              <span className="quiet">
                {new Date(one.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
              </span>
            </span>
            <Button size="small" variant="contained" onClick={() => setNaming(one)}>
              Name it
            </Button>
            <Button
              size="small"
              variant="text"
              onClick={() => {
                forget(one.id);
                offerUndo('The unnamed weighing was discarded.', () => add(one.layer));
              }}
            >
              Give it up
            </Button>
          </li>
        ))}
      </ul>
      {naming && meal && (
        <AddFoodDialog
          day={day}
          meal={meal}
          given={givenOf(naming)}
          onClose={() => setNaming(null)}
          onAdded={() => {
            name(naming.id, 'Named');
            forget(naming.id);
          }}
        />
      )}
    </div>
  );
};
