import {
  type Board,
  delayed,
  hoursOn,
  leverGrams,
  type LeverFood,
  type ShowDay,
  type Slot,
  slotClock,
} from '@maul/core/peak';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useState } from 'react';
import { cellText } from '../figures.ts';

/** What a lever food is called in a line: "rice cakes". */
const shortName = ({ name }: LeverFood): string => (name.split(',')[0] ?? name).toLowerCase();

/** What a slot asks for: "40 g carbs, 0.3 L", and "49 g rice cakes" where the lever food is known. */
export const slotText = (slot: Slot, lever?: LeverFood): string =>
  [
    slot.carbs > 0 ? `${slot.carbs} g carbs` : '',
    slot.carbs > 0 && lever ? `${leverGrams(lever, slot.carbs)} g ${shortName(lever)}` : '',
    slot.millilitres > 0 ? `${cellText('water', slot.millilitres)} L` : '',
    slot.length > 0 ? `${slot.length} min` : '',
  ]
    .filter((part) => part !== '')
    .join(', ');

/** What goes into the box for the day itself: each meal with its grams, the water, and what keeps. */
const Box = ({ board }: { board: Board }) => {
  const { lever } = board;
  const meals = hoursOn(board, 0).filter((s) => s.kind === 'meal');
  const sum = (of: (slot: Slot) => number): number => meals.reduce((total, s) => total + of(s), 0);
  const water = hoursOn(board, 0).reduce((total, s) => total + s.millilitres, 0);
  return (
    <section aria-label="In the box" className="peak-box">
      <h3 className="peak-hours-day">In the box</h3>
      {lever ? (
        <ul aria-label="Portions in the box">
          {meals.map((s) => (
            <li key={s.at}>
              <span>{s.name}</span>{' '}
              <b className="n is-planned">
                {leverGrams(lever, s.carbs)} g {shortName(lever)}
              </b>
            </li>
          ))}
          <li>
            <span>All together</span>{' '}
            <b className="n">
              {sum((s) => leverGrams(lever, s.carbs))} g {shortName(lever)}, {cellText('water', water)} L
              water
            </b>
          </li>
        </ul>
      ) : (
        <p>
          {meals.length} portions with {sum((s) => s.carbs)} g carbs in all, {cellText('water', water)} L
          water. With a lever food each portion gets its grams.
        </p>
      )}
      <p className="quiet">
        {lever?.keeps ? `${lever.name} keeps without a fridge. ` : 'Dry foods keep without a fridge. '}
        Anything moist or cooked: at most two hours out of the fridge, one hour above 32 °C (USDA, from
        memory); with a cool pack until you eat it.
      </p>
    </section>
  );
};

/** One day by the hour, as a list. */
export const HourList = ({
  slots,
  label,
  now,
  lever,
}: {
  slots: readonly Slot[];
  label: string;
  now?: number;
  lever?: LeverFood | undefined;
}) => (
  <ol className="peak-hours" aria-label={label}>
    {slots.map((slot) => (
      <li
        key={`${slot.at} ${slot.kind} ${slot.name}`}
        className={`peak-hour peak-hour-${slot.kind}${now !== undefined && slot.at < now ? ' peak-hour-past' : ''}`}
      >
        <b className="n">{slotClock(slot.at)}</b>
        <span>{slot.name}</span>
        <span className="n">{slotText(slot, lever)}</span>
      </li>
    ))}
  </ol>
);

/** What a delay means: when the first time on stage is now, and what is eaten and drunk until then. */
const delayText = (board: Board, show: ShowDay): string => {
  const slots = hoursOn({ ...board, show }, 0);
  const stage = slots.find((s) => s.kind === 'stage');
  const until = slots.filter((s) => s.at < (stage?.at ?? 0) && (s.carbs > 0 || s.millilitres > 0)).slice(-2);
  const what = until.map((s) => `${slotClock(s.at)} ${s.name.toLowerCase()}, ${slotText(s, board.lever)}`);
  return `${stage?.name ?? 'The stage'} is at ${slotClock(stage?.at ?? 0)} now.${what.length > 0 ? ` Until then: ${what.join('; ')}.` : ''}`;
};

/** The eve and the day beside each other, made back from the time on stage. */
export const Hours = ({
  board,
  zone,
  editable,
  onTimes,
  onDelay,
}: {
  board: Board;
  /** The athlete's zone, by whose clock the times are. */
  zone: string;
  editable: boolean;
  onTimes: () => void;
  onDelay: (show: ShowDay) => void;
}) => {
  const [moved, setMoved] = useState('');
  return (
    <section aria-label="By the hour" className="peak-part">
      <div className="peak-line">
        <h2 className="panel-title">The day before and show day, by the hour</h2>
        <Button size="small" onClick={() => window.print()}>
          Print
        </Button>
        {editable && (
          <>
            <Button size="small" onClick={onTimes}>
              {board.show ? 'Change the times' : 'Enter the times'}
            </Button>
            {board.show && (
              <Button
                size="small"
                onClick={() => {
                  if (!board.show) return;
                  setMoved(delayText(board, delayed(board.show, 60)));
                  onDelay(board.show);
                }}
              >
                Move everything an hour later
              </Button>
            )}
          </>
        )}
      </div>
      {moved !== '' && <p role="status">{moved}</p>}
      {board.show && (
        <p className="second">
          By the clock of {zone.replace('_', ' ')}. Landed in another zone?{' '}
          <Link to="/account/body">Change yours</Link>: the same times then are those of the clock there.
        </p>
      )}
      {board.show ? (
        <div className="peak-hours-two">
          <div>
            <h3 className="peak-hours-day">D−1</h3>
            <HourList slots={hoursOn(board, -1)} label="The day before, by the hour" lever={board.lever} />
          </div>
          <div>
            <h3 className="peak-hours-day">D0</h3>
            <HourList slots={hoursOn(board, 0)} label="Show day, by the hour" lever={board.lever} />
            <Box board={board} />
          </div>
        </div>
      ) : (
        <p className="second">
          The time on stage is not known yet. As soon as you enter it, meals, glasses and looks get their
          times, counted back from it. Until then only the sums of the day are planned.
        </p>
      )}
    </section>
  );
};
