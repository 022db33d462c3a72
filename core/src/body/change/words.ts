import { type IsoDate, signedText } from '../../units/index.ts';
import type { CameOf } from './cameOf.ts';

const VERDICTS: Readonly<Record<CameOf['verdict'], string>> = {
  early: 'Too early to tell',
  worked: 'Worked',
  'did not': 'Did not do what it should',
  open: 'Cannot be told yet',
};

/** What came of a change, ready to be read: "Should bring −0.30 kg a week", "Brought −0.21 kg a week ± 0.12", "Worked". */
export interface CameWords {
  should: string;
  /** Null where it cannot be said yet. */
  brought: string | null;
  verdict: string;
  /** When to look, or to look again; null where that is over. */
  lookOn: IsoDate | null;
}

/** Puts what came of a change into words; `mass` turns kg into the reader's unit. */
export const cameWords = (
  {
    expected,
    brought,
    verdict,
    lookOn,
  }: Pick<CameOf, 'expected' | 'verdict' | 'lookOn'> & {
    brought?: CameOf['brought'] | null;
  },
  { today, mass, unit }: { today: IsoDate; mass: (kg: number) => number; unit: string },
): CameWords => {
  const perWeek = (kg: number): string => `${signedText(mass(kg), 2)} ${unit} a week`;
  const waits = verdict === 'early' || verdict === 'open';
  return {
    should: `Should bring ${perWeek(expected)}`,
    brought:
      brought && verdict !== 'early'
        ? `Brought ${perWeek(brought.kgPerWeek)} ± ${mass(brought.band).toFixed(2)}`
        : null,
    verdict: VERDICTS[verdict],
    lookOn: waits && lookOn > today ? lookOn : null,
  };
};
