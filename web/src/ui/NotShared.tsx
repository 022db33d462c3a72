import type { Athlete } from '@maul/contract/people';
import type { z } from 'zod';
import './notShared.css';

type Of = Pick<z.infer<typeof Athlete>, 'name' | 'reader'>;
type Kind = Of['reader']['sees'][number];

/** What each kind of a sharing holds, in words. */
export const KIND_WORDS: Readonly<Record<Kind, { name: string; holds: string }>> = {
  log: { name: 'Log', holds: 'meals, portions, water, training, own foods' },
  body: { name: 'Body', holds: 'weight, mornings, measures, looks' },
  pictures: { name: 'Pictures', holds: 'of the body, in the same poses' },
  health: { name: 'Health', holds: 'statements of illness, medication, cycle lost' },
  messages: { name: 'Messages', holds: 'notes beside days, meals and portions' },
};

/** Whether whoever reads may sign for this athlete. */
export const maySign = ({ reader }: Pick<Of, 'reader'>): boolean => reader.role !== 'assistant';

/** Says of a page what is missing on it because it is not shared, and that whoever reads signs nothing; nothing where all is there. */
export const NotShared = ({ athlete, kinds }: { athlete: Of; kinds: readonly Kind[] }) => {
  const hidden = kinds.filter((kind) => !athlete.reader.sees.includes(kind));
  if (hidden.length === 0 && maySign(athlete)) return null;
  return (
    <p className="not-shared" role="note">
      {hidden.length > 0 && (
        <>
          <b>Not shared with you:</b>{' '}
          {hidden
            .map((kind) => `${KIND_WORDS[kind].name.toLowerCase()} (${KIND_WORDS[kind].holds})`)
            .join('; ')}
          . What is missing here says nothing of {athlete.name}.{' '}
        </>
      )}
      {!maySign(athlete) && <>You read as an assistant: notes are yours to write, the coach signs.</>}
    </p>
  );
};
