import type { DayDocument, DayEntryRow } from '@maul/contract/diary';
import Button from '@mui/material/Button';
import { memo } from 'react';
import { saveEntry } from '../../data/edit.ts';
import { doneWord, thingFigures, thingName } from '../entries/entryText.ts';

interface RailThingProps {
  day: DayDocument;
  entry: DayEntryRow;
  /** Nothing for a coach. */
  onEdit?: (entry: DayEntryRow) => void;
}

const PlainRailThing = ({ day, entry, onEdit }: RailThingProps) => {
  const { thing } = entry;
  const planned = 'done' in thing && !thing.done;
  const word = doneWord(thing);
  const name = thingName(thing);
  return (
    <article
      className={`rail-thing rail-${thing.kind} ${planned ? 'rail-planned' : ''}`}
      data-time={entry.time}
      aria-label={`${name}, ${entry.time}`}
    >
      <span className="rail-thing-time">{entry.time}</span>
      <span className="rail-thing-name">
        {onEdit ? (
          <button type="button" onClick={() => onEdit(entry)}>
            {name}
          </button>
        ) : (
          name
        )}{' '}
        <span className="second">{thingFigures(thing)}</span>
      </span>
      {thing.kind === 'supplement' && (
        <span className="quiet">{thing.counted ? 'counted' : 'not counted'}</span>
      )}
      {planned && <span className="is-planned">planned</span>}
      {planned && onEdit && word !== undefined && (
        <Button
          size="small"
          variant="text"
          aria-label={`${word}: ${name}, ${entry.time}`}
          onClick={() =>
            saveEntry(
              day,
              entry,
              { time: entry.time, thing: { ...thing, done: true } },
              `${name}: ${word.toLowerCase()}`,
            )
          }
        >
          {word}
        </Button>
      )}
    </article>
  );
};

/** Training, water, a supplement or a look at its hour. */
export const RailEntry = memo(
  PlainRailThing,
  (a: RailThingProps, b: RailThingProps) => a.entry === b.entry && a.onEdit === b.onEdit,
);
