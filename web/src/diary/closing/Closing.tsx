import type { DayDocument } from '@maul/contract/diary';
import { addDays, clockOf, localMoment } from '@maul/core/units';
import { closingOf, dayCompleteness, type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import { memo, useCallback, useEffect, useMemo } from 'react';
import { Link } from 'react-router';
import { saveEntry } from '../../data/edit.ts';
import { sheetOf } from '../../data/day.ts';
import { useDay } from '../../data/session.ts';
import { present } from '../../data/undo/steps.ts';
import { isTyping } from '../../ui/typing.ts';
import { pauseOf } from '../entries/PauseDialog.tsx';

/** Says of a day that all of it is logged, or that something is missing; null takes back what was said. */
const close = (drawn: DayDocument, complete: boolean | null): void => {
  const day = present(drawn);
  const before = day.entries.findLast((e) => e.thing.kind === 'closing') ?? null;
  if (complete === null && !before) return;
  const time = before?.time ?? clockOf(localMoment(new Date(), day.athlete.zone).minutes);
  saveEntry(
    day,
    before,
    complete === null ? null : { time, thing: { kind: 'closing', complete } },
    complete === null ? 'The day opened again' : complete ? 'The day closed' : 'Something is missing',
  );
};

/** Keys of the page that act while nothing is typed and no other key is held. */
const usePageKeys = (keys: Readonly<Record<string, () => void>>): void => {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isTyping(event.target)) return;
      const act = keys[event.key.toLowerCase()];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [keys]);
};

/** Under the meals: whether the day is complete, and one press, or the key D, that closes it. */
const PlainCloseDay = ({ day, sheet }: { day: DayDocument; sheet: DaySheet }) => {
  const closing = closingOf(day.entries);
  const { complete, why } = dayCompleteness(sheet, closing);
  const toggle = useCallback(() => close(day, closingOf(day.entries) === true ? null : true), [day]);
  const keys = useMemo(() => ({ d: toggle }), [toggle]);
  usePageKeys(keys);
  return (
    <p className="close-day second">
      {closing === true
        ? 'You closed this day: all of it is logged.'
        : complete
          ? 'This day counts as complete.'
          : `${why ?? ''} It counts in the expenditure once you say that this is all.`}{' '}
      <Button size="small" variant="text" aria-keyshortcuts="D" title="Or press D" onClick={toggle}>
        {closing === true ? 'Open it again' : 'Close the day'}
      </Button>
    </p>
  );
};

export const CloseDay = memo(PlainCloseDay);

/** Yesterday, where it is in doubt whether all of it is logged: asked once, answered with one press or the keys Y and N. */
const Ask = ({ day, why }: { day: DayDocument; why: string }) => {
  const keys = useMemo(() => ({ y: () => close(day, true), n: () => close(day, false) }), [day]);
  usePageKeys(keys);
  return (
    <section className="order-strip" aria-label="Yesterday">
      <p>
        <b>Yesterday:</b> {why} Was that all you ate?{' '}
        <span className="second">Only complete days tell your expenditure.</span>{' '}
        <Link to={`/today/${day.date}`}>Look at the day</Link>
      </p>
      <Button size="small" aria-keyshortcuts="Y" title="Or press Y" onClick={() => close(day, true)}>
        That was all
      </Button>
      <Button
        size="small"
        variant="text"
        aria-keyshortcuts="N"
        title="Or press N"
        onClick={() => close(day, false)}
      >
        Something is missing
      </Button>
    </section>
  );
};

export const Yesterday = ({ athleteId, today }: { athleteId: string; today: DayDocument['today'] }) => {
  const { day } = useDay(athleteId, addDays(today, -1));
  const asked = useMemo(() => day && dayCompleteness(sheetOf(day, undefined), closingOf(day.entries)), [day]);
  if (!day || !asked?.inDoubt || asked.why === null || pauseOf(day)) return null;
  return <Ask day={day} why={asked.why} />;
};
