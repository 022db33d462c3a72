import { describe, expect, test } from '@jest/globals';
import { ChangeWatch, KeptUntilChanged } from './watch.ts';

const made = () => {
  const watch = new ChangeWatch();
  const kept = new KeptUntilChanged<string>(watch, 100);
  watch.turn(true);
  return { watch, kept };
};
const keepOne = (kept: KeptUntilChanged<string>, athlete: string, meanwhile = () => undefined as void) =>
  kept.reading((keep) => {
    keep(athlete, 'today', `of ${athlete}`);
    meanwhile();
    return Promise.resolve();
  });

describe('what is kept until something changes', () => {
  test('is found again under the same words, and no others', async () => {
    const { kept } = made();
    await keepOne(kept, 'a');
    expect(kept.find('a', 'today')).toBe('of a');
    expect(kept.find('a', 'tomorrow')).toBeUndefined();
    expect(kept.find('b', 'today')).toBeUndefined();
  });
  test('is gone with a change of that athlete, and of no other', async () => {
    const { watch, kept } = made();
    await keepOne(kept, 'a');
    await keepOne(kept, 'b');
    watch.tell('a');
    expect([kept.find('a', 'today'), kept.find('b', 'today')]).toEqual([undefined, 'of b']);
  });
  test('is not kept of an athlete who changed something while their rows were read', async () => {
    const { watch, kept } = made();
    await keepOne(kept, 'a', () => watch.tell('a'));
    await keepOne(kept, 'b', () => watch.tell('a'));
    expect([kept.find('a', 'today'), kept.find('b', 'today')]).toEqual([undefined, 'of b']);
  });
  test('is neither found nor kept while changes are not heard of, and is gone once they are again', async () => {
    const { watch, kept } = made();
    await keepOne(kept, 'a');
    watch.turn(false);
    expect(kept.find('a', 'today')).toBeUndefined();
    await keepOne(kept, 'a');
    watch.turn(true);
    expect(kept.find('a', 'today')).toBeUndefined();
    // Read while the hearing came back: what changed before is not known.
    await keepOne(kept, 'b', () => watch.turn(true));
    expect(kept.find('b', 'today')).toBeUndefined();
  });
  test('of a reading that failed nothing is kept, and what comes after it is', async () => {
    const { kept } = made();
    const fails = kept.reading((keep) => {
      keep('a', 'today', 'half');
      return Promise.reject(new Error('The rows could not be read.'));
    });
    await expect(fails).rejects.toThrow('could not be read');
    expect(kept.find('a', 'today')).toBeUndefined();
    await keepOne(kept, 'a');
    expect(kept.find('a', 'today')).toBe('of a');
  });
});
