import type { BodyPicture } from '@maul/contract/body';
import { alignInFrame } from '@maul/core/body';
import { type MouseEvent, useState } from 'react';
import { useWordsOn } from '../../data/words.ts';
import { shortDate } from '../../ui/formats/show.ts';
import { WordsOn } from '../../ui/WordsOn.tsx';
import { FRAME, Framed } from './Frame.tsx';
import { poseName } from './pictures.ts';

interface Place {
  x: number;
  y: number;
}

/** A picture in its frame with the places that words are about, numbered; a press on it begins a word there. */
export const Marked = ({ athleteId, picture }: { athleteId: string; picture: BodyPicture }) => {
  const [place, setPlace] = useState<Place | null>(null);
  const words = useWordsOn(athleteId, { pictureId: picture.id });
  const laid = alignInFrame(picture, picture.marks, FRAME);
  const marks = words.flatMap((n) => (n.mark ? [{ id: n.id, ...n.mark }] : []));
  const styleOf = ({ x, y }: Place) => ({
    left: `${((laid.left + x * laid.width) / FRAME.width) * 100}%`,
    top: `${((laid.top + y * laid.height) / FRAME.height) * 100}%`,
  });
  const press = (event: MouseEvent<HTMLElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = (((event.clientX - box.left) / box.width) * FRAME.width - laid.left) / laid.width;
    const y = (((event.clientY - box.top) / box.height) * FRAME.height - laid.top) / laid.height;
    if (x >= 0 && x <= 1 && y >= 0 && y <= 1) setPlace({ x, y });
  };
  const name = `${poseName(picture).toLowerCase()}, ${shortDate(picture.day)}`;
  return (
    <>
      <button
        type="button"
        className="frame picture-press"
        onClick={press}
        aria-label={`Say something of a place: ${name}`}
      >
        <Framed athleteId={athleteId} picture={picture} />
        {marks.map((mark, i) => (
          <span key={mark.id} className="place-mark" style={styleOf(mark)}>
            {i + 1}
          </span>
        ))}
        {place && <span className="place-mark place-new" style={styleOf(place)} />}
      </button>
      <WordsOn
        athleteId={athleteId}
        thing={{ day: picture.day, pictureId: picture.id, mark: place }}
        label={place ? 'About this place' : `About the picture, ${name}`}
        open={place !== null}
        onClose={() => setPlace(null)}
      />
    </>
  );
};
