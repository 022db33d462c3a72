import { describe, expect, test } from '@jest/globals';
import { SUBSTANCES, substanceIn } from './substances.ts';
import { substanceCaution } from './cautions.ts';

describe('what is never planned', () => {
  test.each([
    ['2 water pills tonight', 'diuretic'],
    ['Water-pill', 'diuretic'],
    ['Wassertabletten', 'diuretic'],
    ['diurétiques', 'diuretic'],
    ['clen 40 mcg', 'fat burner'],
    ['ECA stack', 'stimulant'],
    ['ephedrine', 'stimulant'],
    ['Trenbolone acetate', 'hormone'],
    ['T3 in the morning', 'hormone'],
    ['potassium salt on the rice', 'potassium'],
    ['a salt substitute', 'potassium'],
    ['E508', 'potassium'],
    ['Kaliumchlorid', 'potassium'],
    ['sauna 20 min', 'drying out'],
    ['cardio in the sweat suit', 'drying out'],
    ['Abführtee', 'laxative'],
    ['инсулин', 'hormone'],
  ])('“%s” is caught', (text, kind) => expect(substanceIn(text)?.kind).toBe(kind));
  test.each([
    'potassium from potatoes', 'cleanse the pan', 'trend of the week', 'entrenched', 'a step at 3', 'ecarte',
    'Senate', 'water, a pill box', 'spit roast', 'baked salt crust', 'T30 pulldown', 'mineral salt',
  ])('“%s” is not', (text) => expect(substanceIn(text)).toBeUndefined()); // prettier-ignore
  test('every word of the list catches itself', () => {
    for (const [kind, words] of Object.entries(SUBSTANCES))
      for (const word of words)
        expect([word, substanceIn(word.replace('*', ''))?.kind]).toEqual([word, kind]);
  });
  test('what was looked at before is answered the same, also after more words than are remembered', () => {
    for (const round of [1, 2]) {
      expect([round, substanceIn('2 water pills tonight')?.word]).toEqual([round, 'water pills']);
      expect(substanceIn('trend of the week')).toBeUndefined();
      for (let n = 0; n < 1200; n += 1) substanceIn(`rice ${round} ${n}`);
    }
  });
  test('drying out is told in its own words', () =>
    expect(substanceCaution('sauna on Friday')?.sentence).toContain('lose water'));
});
