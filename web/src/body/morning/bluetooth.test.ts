import { describe, expect, test } from '@jest/globals';
import type { BodyReadingResult } from '@maul/core/body';
import { listenToScale, standInBluetooth, type StandInWay } from './bluetooth.ts';

const hear = async (kg: number, way?: StandInWay) => {
  const said: BodyReadingResult[] = [];
  let gone = 0;
  const over = new Promise<void>((done) => {
    void listenToScale(standInBluetooth(kg, way, 1), {
      said: (reading) => {
        said.push(reading);
        setTimeout(done, 1);
      },
      gone: () => (gone += 1),
    });
  });
  await over;
  return { said, gone };
};

describe('a body scale, by its stand-in', () => {
  test('what stands on it is read in steps of 5 g', async () => {
    const { said, gone } = await hear(79.213);
    expect(said).toHaveLength(1);
    expect(said[0]).toMatchObject({ ok: true, reading: { kg: 79.215, unit: 'kg' } });
    expect(gone).toBe(0);
  });
  test('one that breaks off in the middle of a packet says so, and is gone', async () => {
    const { said, gone } = await hear(79.2, 'breaks off');
    expect(said[0]).toMatchObject({ ok: false, fault: 'cut-off' });
    expect(gone).toBe(1);
  });
  test('one that cannot weigh says so', async () => {
    expect((await hear(79.2, 'fails')).said[0]).toMatchObject({ ok: false, fault: 'failed' });
  });
  test('letting go ends it; a device without a connection is a fault', async () => {
    let gone = 0;
    const scale = await listenToScale(standInBluetooth(80, 'reads', 1), {
      said: () => undefined,
      gone: () => (gone += 1),
    });
    expect(scale.name).toBe('Stand-in scale');
    scale.stop();
    expect(gone).toBe(1);
    const none = { requestDevice: () => Promise.resolve({ addEventListener: () => undefined }) };
    await expect(listenToScale(none, { said: () => undefined, gone: () => undefined })).rejects.toThrow(
      'cannot connect to the scale',
    );
  });
});
