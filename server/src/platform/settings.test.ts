import { expect, test } from '@jest/globals';
import { readSettings } from './settings.ts';

test('a house on loopback has its demo and believes nobody', () => {
  expect(readSettings({})).toEqual({ publicUrl: undefined, secure: false, trustProxy: false, demo: true });
});
test('a public house has no demo, whatever is said of it', () => {
  const settings = readSettings({ MAUL_PUBLIC_URL: 'https://maul.example.org', MAUL_TRUST_PROXY: '1' });
  expect(settings).toMatchObject({ secure: true, trustProxy: 1, demo: false });
  expect(settings.publicUrl?.origin).toBe('https://maul.example.org');
  expect(readSettings({ MAUL_PUBLIC_URL: 'http://10.0.0.7:8080', MAUL_DEMO: 'on' })).toMatchObject({
    secure: false,
    demo: false,
  });
});
test('the demo can be left out, a proxy named by its address', () => {
  expect(readSettings({ MAUL_DEMO: 'off', MAUL_TRUST_PROXY: 'loopback' })).toMatchObject({
    demo: false,
    trustProxy: 'loopback',
  });
});
test.each(['maul.example.org', 'ftp://maul.example.org', 'https://'])('%s is no address', (address) => {
  expect(() => readSettings({ MAUL_PUBLIC_URL: address })).toThrow(
    `MAUL_PUBLIC_URL=${address} is not an address like https://maul.example.org.`,
  );
});
