import { describe, expect, test } from '@jest/globals';
import type { Caution, Confirmation } from '@maul/core/plan';
import { allConfirmed, standingText } from './Cautions.tsx';

const caution = (change: Partial<Caution> = {}): Caution => ({
  id: 'very-low-intake',
  level: 'confirm',
  sentence: 'The aim on low days is 1,600 kcal.',
  source: 'common practice, no source',
  see: 'Talk to a doctor or a registered dietitian.',
  figure: 1600,
  worse: 'lower',
  needs: null,
  ...change,
});
const said = (by: Confirmation['by'], hoursAgo = 1): Confirmation => ({
  cautionId: 'very-low-intake',
  figure: 1600,
  by,
  at: new Date(Date.now() - hoursAgo * 3_600_000).toISOString(),
});

describe('what stands in the way of signing', () => {
  test('notes do not, hard ones do until they are ticked, an X always does', () => {
    expect(allConfirmed([caution({ level: 'note' })], [])).toBe(true);
    expect(allConfirmed([caution()], [])).toBe(false);
    expect(allConfirmed([caution()], ['very-low-intake'])).toBe(true);
    expect(allConfirmed([caution({ level: 'refuse' })], ['very-low-intake'])).toBe(false);
  });
  test('a name that is missing cannot be ticked away', () =>
    expect(allConfirmed([caution({ needs: 'doctor' })], ['very-low-intake'])).toBe(false));
});

describe('where a confirmation stands, in words', () => {
  test('with a coach', () => {
    expect(standingText(caution(), [], true)).toBe('Not confirmed yet.');
    expect(standingText(caution(), [said('coach')], true)).toContain('waits for the athlete');
    expect(standingText(caution(), [said('athlete')], true)).toContain('waits for the coach');
    expect(standingText(caution(), [said('athlete'), said('coach')], true)).toContain(
      'it lapses after 14 days',
    );
  });
  test('without one, twice and a day apart', () => {
    expect(standingText(caution(), [said('athlete')], false)).toContain('the second time comes a day later');
    expect(standingText(caution(), [said('athlete', 26), said('athlete')], false)).toContain(
      'Confirmed by all who must',
    );
  });
  test('a note says nothing', () => expect(standingText(caution({ level: 'note' }), [], true)).toBeNull());
});
