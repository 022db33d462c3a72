import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyScaleBytes, readBodyScale } from './bodyScale.ts';

const read = (...bytes: number[]) => readBodyScale(Uint8Array.from(bytes));

describe('a body scale over Bluetooth', () => {
  // Source: Bluetooth SIG, Weight Scale Service 1.0 and GATT specification supplement: bytes worked out from the tables of fields.
  test('kilograms alone', () => {
    // 79.2 kg / 0.005 = 15,840 = 0x3DE0.
    expect(read(0x00, 0xe0, 0x3d)).toEqual({
      ok: true,
      reading: { kg: 79.2, unit: 'kg', stepKg: 0.005, at: null, user: null, bmi: null, heightM: null },
    });
  });
  test('pounds', () => {
    // 174.60 lb / 0.01 = 17,460 = 0x4434; 79.1972 kg.
    const said = read(0x01, 0x34, 0x44);
    expect(said.ok && said.reading).toMatchObject({ kg: 79.1972, unit: 'lb' });
  });
  test('every field: time stamp, user, body mass index and height', () => {
    // 2026 = 0x07EA; 28 Nov 05:31:07; user 3; BMI 24.9 = 249 = 0xF9; 1.783 m = 1,783 = 0x06F7.
    expect(read(0x0e, 0xe0, 0x3d, 0xea, 0x07, 11, 28, 5, 31, 7, 3, 0xf9, 0x00, 0xf7, 0x06)).toEqual({
      ok: true,
      reading: {
        kg: 79.2,
        unit: 'kg',
        stepKg: 0.005,
        at: '2026-11-28T05:31:07',
        user: 3,
        bmi: 24.9,
        heightM: 1.783,
      },
    });
  });
  test('a clock that is not set and a user who is not known are not known', () => {
    const said = read(0x06, 0xe0, 0x3d, 0, 0, 0, 0, 0, 0, 0, 255);
    expect(said.ok && said.reading).toMatchObject({ at: null, user: null });
  });
  test.each([[[]], [[0x00, 0xe0]], [[0x02, 0xe0, 0x3d, 0xea, 0x07]], [[0x08, 0xe0, 0x3d, 0xf9]]])(
    'a packet that ends too early is said: %j',
    (bytes) => {
      expect(read(...bytes)).toMatchObject({ ok: false, fault: 'cut-off' });
    },
  );
  test('a measurement that failed, and what no body weighs', () => {
    expect(read(0x00, 0xff, 0xff)).toMatchObject({ ok: false, fault: 'failed' });
    expect(read(0x00, 0x64, 0x00)).toMatchObject({ ok: false, fault: 'impossible' });
  });
  test('what is sent is read again, to half a step', () => {
    fc.assert(
      fc.property(fc.double({ min: 25.1, max: 327, noNaN: true }), (kg) => {
        const said = readBodyScale(bodyScaleBytes(kg));
        return said.ok && Math.abs(said.reading.kg - kg) <= 0.00251;
      }),
    );
  });
});
