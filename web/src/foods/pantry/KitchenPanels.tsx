import type { KitchenContainer, YieldSeen } from '@maul/contract/foods';
import { cookingYield } from '@maul/core/foods';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { readGrams } from '../amount/readGrams.ts';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { saveContainer, saveYield, useKitchen } from '../../data/kitchen/kitchen.ts';
import { sentenceOf } from '../../data/api.ts';

const useFault = () => {
  const [fault, setFault] = useState<string | null>(null);
  const run = (work: Promise<unknown>): void => {
    setFault(null);
    void work.catch((error: unknown) => setFault(sentenceOf(error)));
  };
  return { fault, run };
};

/** Containers with their empty weights. */
export const ContainersPanel = ({ athleteId }: { athleteId: string }) => {
  const { data, error } = useKitchen(athleteId);
  const [name, setName] = useState('');
  const [grams, setGrams] = useState('');
  const { fault, run } = useFault();
  const read = readGrams(grams);
  const add = (event: FormEvent): void => {
    event.preventDefault();
    if (read.grams === null || name.trim() === '') return;
    run(
      saveContainer(athleteId, { name: name.trim(), grams: read.grams }).then(() => {
        setName('');
        setGrams('');
      }),
    );
  };
  const away = (c: KitchenContainer): void => {
    const values = { name: c.name, grams: c.grams };
    run(
      saveContainer(athleteId, values, c, true).then((gone) =>
        offerUndo(`${c.name} is forgotten.`, () => run(saveContainer(athleteId, values, gone))),
      ),
    );
  };
  return (
    <section className="rows" aria-label="Containers">
      <p className="second">
        A bowl, box or jar weighed once is recognised when it is set on the scale and offered by name. It is
        never assumed: food may weigh the same.
      </p>
      <form className="pantry-bar" onSubmit={add} noValidate>
        <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} />
        <TextField
          label="Empty, g"
          value={grams}
          onChange={(e) => setGrams(e.target.value)}
          error={!!read.fault}
          helperText={read.fault}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Button type="submit" variant="contained" disabled={read.grams === null || name.trim() === ''}>
          Remember it
        </Button>
      </form>
      {(fault ?? (error && !data)) && <p role="alert">{fault ?? sentenceOf(error)}</p>}
      {data?.containers.length === 0 && (
        <p className="second">No containers yet. When you tare a bowl, the bench offers to remember it.</p>
      )}
      <ul className="pantry-list">
        {[...(data?.containers ?? [])]
          .sort((a, b) => a.name.localeCompare(b.name))
          .map((c) => (
            <li key={c.id}>
              <b>{c.name}</b>
              <span className="n">{gramsText(c.grams)} g</span>
              <Button size="small" variant="text" onClick={() => away(c)}>
                Forget
              </Button>
            </li>
          ))}
      </ul>
    </section>
  );
};

/** Yields weighed in this kitchen, by food and method. */
export const YieldsPanel = ({ athleteId, today }: { athleteId: string; today: string }) => {
  const { data, error } = useKitchen(athleteId);
  const { fault, run } = useFault();
  const groups = new Map<string, YieldSeen[]>();
  for (const y of data?.yields ?? []) {
    const key = `${y.foodId} ${y.method}`;
    groups.set(key, [...(groups.get(key) ?? []), y]);
  }
  const away = (y: YieldSeen): void => {
    const { id: _id, version: _version, deleted: _deleted, ...values } = y;
    run(
      saveYield(athleteId, values, y, true).then((gone) =>
        offerUndo('This weighing is taken out of the yield.', () => run(saveYield(athleteId, values, gone))),
      ),
    );
  };
  return (
    <section className="rows" aria-label="Yields">
      <p className="second">
        How much a food weighs cooked for each gram raw, weighed by you, by food and method. It replaces the
        start value wherever that food is added cooked. A new one is weighed when a raw food is added as
        cooked.
      </p>
      {(fault ?? (error && !data)) && <p role="alert">{fault ?? sentenceOf(error)}</p>}
      {data && groups.size === 0 && <p className="second">None seen by {today} yet.</p>}
      <ul className="pantry-list">
        {[...groups.values()].map((seen) => {
          const found = cookingYield(seen);
          const [first] = seen;
          if (!found || !first) return null;
          return (
            <li key={first.id} className="yield-row">
              <b>
                {first.foodName}, {first.method}
              </b>
              <span className="n">
                x {found.factor.toFixed(2)} ± {Math.round(found.spread * 100)} %
              </span>
              <span className="second">seen {plural(found.seen, 'time')}</span>
              <ul>
                {seen.map((y) => (
                  <li key={y.id} className="second">
                    {y.day}: {gramsText(y.rawGrams)} g became {gramsText(y.cookedGrams)} g
                    <Button size="small" variant="text" onClick={() => away(y)}>
                      Take out
                    </Button>
                  </li>
                ))}
              </ul>
            </li>
          );
        })}
      </ul>
    </section>
  );
};
