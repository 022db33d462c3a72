import type { BatchBox } from '@maul/contract/kitchen';
import { notToleratedAs } from '@maul/core/foods';
import { amountsIn, cooling, type Division, keepsUntil } from '@maul/core/kitchen';
import type { CarbBasis } from '@maul/core/nutrition';
import { liveNet } from '@maul/core/scale';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { PanBelow, useBench, WeighPanel } from '../../scale/index.ts';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { momentText, type DinerRow } from '../words.ts';
import { BoxDialog } from './BoxDialog.tsx';
import { CoolingStrip } from './Cooking.tsx';
import { FinishBatch } from './FinishBatch.tsx';
import { YieldRule } from './PotStage.tsx';
import { divisionOf, resultOf, useCaptures, type BatchRow, type Change } from './useBatch.ts';

const MOST_BOXES = 60;

/** When a box of this batch must be eaten. */
const untilText = (row: BatchRow, box: BatchBox): string => {
  if (box.place === 'freezer') return 'freezer';
  const { until } = keepsUntil({
    kind: 'box',
    name: row.thing.name,
    holds: row.thing.parts.map((p) => p.food.name),
    place: 'fridge',
    since: row.thing.cookedAt ?? row.thing.startedAt,
    cookedAt: row.thing.cookedAt ?? row.thing.startedAt,
  });
  return until === null ? 'fridge' : `fridge, by ${momentText(until).split(',')[0] ?? ''}`;
};

/** Whose box holds what they do not eat. */
const notEaten = ({ thing }: BatchRow, diners: readonly DinerRow[]): string[] =>
  diners
    .filter((d) => thing.boxes.some((b) => b.dinerId === d.id))
    .flatMap(({ thing: { name, notEaten: words } }) =>
      thing.parts.flatMap((p) => {
        const word = p.grams === null ? null : notToleratedAs(p.food.name, words);
        return word === null ? [] : [`${name} does not eat ${word}, and ${p.food.name} is in it.`];
      }),
    );

/** The boxes as they stand on each other: the last to be filled on top. */
const BoxRows = ({
  row,
  current,
  division,
  left,
  proteinPerGram,
  onEdit,
}: {
  row: BatchRow;
  current: BatchBox | undefined;
  division: Division;
  left: number;
  proteinPerGram: number | undefined;
  onEdit: (id: string) => void;
}) => {
  const { boxes } = row.thing;
  const open = boxes.filter((b) => b.grams === null).length;
  return (
    <ul className="batch-boxes" aria-label="Boxes">
      <li className="second">
        <span />
        <span />
        <span>
          {whole(Math.max(0, left))} g for {plural(open, 'box', 'boxes')}
        </span>
        <span>net g</span>
        <span>protein g</span>
      </li>
      {[...boxes].reverse().map((box) => {
        const wanted = division.boxes.find((b) => b.id === box.id);
        const grams = box.grams ?? wanted?.aim ?? 0;
        const state = box.grams !== null ? 'full' : box === current ? 'now' : 'coming';
        return (
          <li key={box.id} className={`batch-box batch-box-${state}`}>
            <span className="batch-lid" aria-hidden />
            <b>{boxes.indexOf(box) + 1}</b>
            <button type="button" onClick={() => onEdit(box.id)}>
              {/^Box \d+$/.test(box.label) ? '' : `${box.label}, `}
              {untilText(row, box)}
              {wanted?.fault ? <span className="is-over"> {wanted.fault}</span> : null}
            </button>
            <span className="n">{gramsText(Math.round(grams))}</span>
            <span className="n">
              {proteinPerGram === undefined ? '?' : (proteinPerGram * grams).toFixed(1)}
            </span>
          </li>
        );
      })}
    </ul>
  );
};

/** The boxes, filled one after the other; one that came out too full is spread over those still empty. */
export const FillBoxes = ({
  row,
  athleteId,
  change,
  diners,
  basis,
}: {
  row: BatchRow;
  athleteId: string;
  change: Change;
  diners: readonly DinerRow[];
  basis: CarbBasis;
}) => {
  const { boxes, cookedAt } = row.thing;
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const result = resultOf(row.thing);
  const division = divisionOf(row.thing, diners, basis);
  const set = (id: string, how: Partial<BatchBox>): void =>
    change((now) => ({ boxes: now.boxes.map((b) => (b.id === id ? { ...b, ...how } : b)) }));
  useCaptures(row.id, 'boxes', (id, weighed) => {
    set(id, { grams: weighed?.grams ?? null, division: weighed?.division ?? null });
    setChosen(null);
  });
  const open = boxes.filter((b) => b.grams === null);
  const current = boxes.find((b) => b.id === chosen) ?? open[0];
  const aim = division?.boxes.find((b) => b.id === current?.id);
  const target = current?.grams === null && aim ? { aim: aim.aim, low: aim.low, high: aim.high } : null;
  if (!result.ok || !division)
    return (
      <p role="alert" className="batch-one is-over">
        {result.ok ? '' : result.sentence}
      </p>
    );
  const { per100g, balance } = result.batch;
  const left = balance.cooked - boxes.reduce((sum, b) => sum + (b.grams ?? 0), 0);
  const edited = boxes.find((b) => b.id === editing);
  return (
    <div className="batch-cols">
      <WeighPanel
        name={current ? `${current.label} of ${boxes.length}` : 'All boxes are filled'}
        beside=""
        aim={target}
        able={current !== undefined && current.grams === null}
        hint="Set the box on the scale and tare it, then fill it. Or tare the pot and take out of it."
        onCapture={(force) => {
          const { scale, dispatch } = useBench.getState();
          const way = (liveNet(scale) ?? 0) < 0 ? 'take' : 'add';
          if (current) dispatch({ type: 'capture', portionId: current.id, force, way });
        }}
      >
        {division.sentence !== null && (
          <p role="alert" className="is-over">
            {division.sentence}
          </p>
        )}
        <YieldRule row={row} athleteId={athleteId} />
        {cookedAt !== null && <CoolingStrip cookedAt={cookedAt} coldAt={row.thing.coldAt} />}
      </WeighPanel>
      <div className="batch-side rows">
        <BoxRows
          row={row}
          current={current}
          division={division}
          left={left}
          proteinPerGram={amountsIn(per100g, 1, basis).PROCNT}
          onEdit={setEditing}
        />
        {notEaten(row, diners).map((said) => (
          <p key={said} role="alert" className="is-over">
            {said}
          </p>
        ))}
        <div className="kit-buttons">
          <Button
            disabled={boxes.length >= MOST_BOXES}
            onClick={() =>
              change((now) => ({
                boxes: [
                  ...now.boxes,
                  {
                    id: uuidv7(),
                    label: `Box ${now.boxes.length + 1}`,
                    wish: { kind: 'equal' },
                    place: 'fridge',
                    dinerId: null,
                    grams: null,
                    division: null,
                  },
                ],
              }))
            }
          >
            Add a box
          </Button>
          {diners.length > 0 && (
            <Button
              onClick={() =>
                change((now) => ({
                  boxes: now.boxes.map((b, i) => {
                    const diner = diners[i % diners.length];
                    return b.grams !== null || !diner
                      ? b
                      : {
                          ...b,
                          wish: { kind: 'diner', dinerId: diner.id },
                          dinerId: diner.id,
                          label: `${diner.thing.name} ${Math.floor(i / diners.length) + 1}`.slice(0, 60),
                        };
                  }),
                }))
              }
            >
              Divide among those who eat along
            </Button>
          )}
        </div>
        <FinishBatch
          row={row}
          athleteId={athleteId}
          change={change}
          left={left}
          empty={open.length}
          cold={cookedAt === null ? undefined : cooling(cookedAt, new Date().toISOString(), row.thing.coldAt)}
        />
      </div>
      <PanBelow aim={target} />
      {edited && (
        <BoxDialog
          box={edited}
          diners={diners}
          onKeep={(how) => set(edited.id, how)}
          onWeigh={() => {
            set(edited.id, { grams: null, division: null });
            setChosen(edited.id);
          }}
          onRemove={() => change((now) => ({ boxes: now.boxes.filter((b) => b.id !== edited.id) }))}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
  );
};
