import { WEEK_LETTER_FILE } from '@maul/contract/coaching';

/** The letter of a week that was sent, as a PDF on either paper. */
export const LetterLinks = ({ athleteId, id }: { athleteId: string; id: string }) => {
  const file = WEEK_LETTER_FILE.replace(':athleteId', athleteId).replace(':id', id);
  return (
    <p className="no-print">
      The letter as a PDF:{' '}
      <a href={`${file}?paper=A4`} target="_blank" rel="noreferrer">
        A4
      </a>{' '}
      or{' '}
      <a href={`${file}?paper=LETTER`} target="_blank" rel="noreferrer">
        US letter
      </a>
    </p>
  );
};
