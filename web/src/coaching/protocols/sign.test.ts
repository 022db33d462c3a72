/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, test } from '@jest/globals';
import type { Protocol, ProtocolFor } from '@maul/contract/coaching';
import { templateRules } from '@maul/core/coaching';
import { isoDate } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import { afresh, asked, refusal, served } from '../../testing/render.tsx';
import { laidFor, signFor } from './sign.ts';
import { protocolText } from './words.ts';

const athleteId = uuidv7();
const day = isoDate('2026-12-01');
const row = (change: Partial<ProtocolFor> = {}): ProtocolFor => ({
  athleteId,
  name: 'Ada',
  fault: null,
  from: day,
  order: null,
  season: null,
  aims: [{ macro: 'CARB', before: 250, after: 230 }],
  notes: ['Cut from 2026-12-01 to 2026-12-28.'],
  lines: [],
  cautions: [],
  ...change,
});
const kept = (document: Protocol['document']): Protocol => ({
  id: uuidv7(),
  version: 3,
  name: 'For all of us',
  document,
  writtenAt: '2026-11-30T08:00:00Z',
  runs: [],
});
const SEASON = kept({
  kind: 'season',
  lay: 'to-show',
  body: { weightKg: 70, expenditure: 2400 },
  phases: [
    { weeks: 15, rules: templateRules('contest-prep') },
    { weeks: 1, rules: templateRules('peak-week') },
  ],
  reason: 'As always.',
});
const laid = { base: 4, season: { phases: [], events: [] } };
const TRY = 'POST /api/protocols/try';
const PUT = 'PUT /api/athletes/*/season/*';
const sent = (ask: RegExp) => asked.filter((one) => ask.test(one.ask)).map((one) => one.body);

beforeEach(afresh);

test('a season is made anew at the moment of signing, and names protocol, version and reason', async () => {
  served(TRY, { athletes: [row({ season: laid })], left: 0 });
  served(PUT, refusal('stale', 'The season was changed elsewhere in the meantime.', 409));
  const id = uuidv7();
  expect(await signFor(SEASON, row(), id)).toBe('The season was changed elsewhere in the meantime.');
  expect(sent(/^POST/)).toEqual([{ document: SEASON.document, athletes: [athleteId] }]);
  expect(sent(/^PUT/)).toEqual([
    { ...laid, reason: 'As always.', confirmed: [], protocol: { id: SEASON.id, version: 3 } },
  ]);
  // Pressed again it is the same revision.
  await signFor(SEASON, row(), id);
  expect(new Set(asked.filter((one) => one.ask.startsWith('PUT')).map((one) => one.ask)).size).toBe(1);
});

test('what was shown is what is signed: where the plan has changed since, nothing is', async () => {
  served(TRY, {
    athletes: [row({ season: laid, aims: [{ macro: 'CARB', before: 240, after: 220 }] })],
    left: 0,
  });
  expect(await signFor(SEASON, row(), uuidv7())).toMatch(/Nothing was signed; look again\.$/);
  served(TRY, { athletes: [row({ fault: 'No show or shoot is planned.' })], left: 0 });
  expect(await signFor(SEASON, row(), uuidv7())).toMatch(/Nothing was signed; look again\.$/);
  expect(sent(/^PUT/)).toEqual([]);
  expect((await laidFor(SEASON, athleteId))?.fault).toBe('No show or shoot is planned.');
});

test('what cannot be reached is said, and not taken for signed', async () => {
  const form = kept({
    kind: 'form',
    questions: [{ id: 'q', text: 'Mood', answer: 'mark', unit: '' }],
    reason: 'x',
  });
  const said = await signFor(form, row({ from: null, aims: [], notes: [] }), uuidv7());
  expect(said).not.toBe('signed');
  expect(said.length).toBeGreaterThan(5);
  expect(sent(/forms/)).toEqual([
    {
      name: 'For all of us',
      questions: [{ id: 'q', text: 'Mood', answer: 'mark', unit: '' }],
      protocol: { id: form.id, version: 3 },
    },
  ]);
});

test('a protocol in words', () => {
  expect(protocolText(SEASON.document)).toBe('16 weeks to the show: contest prep 15, peak week 1');
  expect(
    protocolText({ macro: 'CARB', amount: { kind: 'percent', percent: -8 }, dayTypes: ['Low'], reason: 'x' }),
  ).toBe('carbs −8 % on low days');
});
