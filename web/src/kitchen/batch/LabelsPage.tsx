import { amountsIn, keepsUntil } from '@maul/core/kitchen';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import { QRCodeSVG } from 'qrcode.react';
import { Link, useParams } from 'react-router';
import { carbBasisOf } from '../../data/day.ts';
import { thingsOf, useBook } from '../../data/kitchen/kitchenWork.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { momentText } from '../words.ts';
import { resultOf } from './useBatch.ts';
import '../kitchen.css';

/** Labels for the boxes of a batch, to print or to show: the code opens the box. */
export const LabelsPage = () => {
  const { person } = useSession();
  const { id = '' } = useParams();
  const { day } = useOwnDay();
  const { book, error, refetch } = useBook(person.id);
  if (error && !book) return <Fault error={error} again={() => void refetch()} />;
  if (!book) return <p className="waiting">Opening the labels …</p>;
  const row = thingsOf(book, 'batch').find((b) => b.id === id);
  const result = row && resultOf(row.thing);
  if (!row || !result?.ok) return <p className="waiting">This batch has no boxes to label.</p>;
  const { thing } = row;
  const cookedAt = thing.cookedAt ?? thing.startedAt;
  const since = thing.coldAt ?? cookedAt;
  const basis = day ? carbBasisOf(day) : 'total';
  return (
    <div className="labels-page">
      <div className="kit-buttons labels-tools">
        <h1>Labels</h1>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/kitchen/batch/${id}`}>
          Back to the batch
        </Button>
      </div>
      <ul className="labels">
        {thing.boxes.flatMap((box) => {
          if (box.grams === null) return [];
          const { ENERC, PROCNT, CARB, FAT } = amountsIn(result.batch.per100g, box.grams, basis);
          const { until } = keepsUntil({
            kind: 'box',
            name: thing.name,
            holds: thing.parts.map((p) => p.food.name),
            place: box.place,
            since,
            cookedAt,
          });
          const figure = (v: number | undefined): string => (v === undefined ? '?' : v.toFixed(0));
          return [
            <li key={box.id} className="label">
              <QRCodeSVG
                value={`${window.location.origin}/kitchen/box/${person.id}/${box.id}`}
                size={92}
                level="M"
                marginSize={2}
                title={`Code that opens ${box.label}`}
              />
              <div>
                <p className="label-name">
                  <b>{thing.name}</b> {box.label}
                </p>
                <p className="label-grams">
                  <b>{gramsText(Math.round(box.grams))} g</b> {ENERC === undefined ? '?' : whole(ENERC)} kcal
                </p>
                <p>
                  P {figure(PROCNT)} · C {figure(CARB)} · F {figure(FAT)}
                </p>
                <p>
                  cooked {momentText(cookedAt).split(',')[0]}
                  {until === null
                    ? ''
                    : `, ${box.place === 'freezer' ? 'frozen, best by' : 'use by'} ${momentText(until)}`}
                </p>
                {result.batch.allergens.length > 0 && <p>holds {result.batch.allergens.join(', ')}</p>}
              </div>
            </li>,
          ];
        })}
      </ul>
    </div>
  );
};
