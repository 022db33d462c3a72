import { describe, expect, test } from '@jest/globals';
import { readSteps, readTrack } from './read.ts';

const time = (i: number): string => new Date(1_700_000_000_000 + i * 10_000).toISOString();
const lat = (i: number): string => (48 + (i * 14) / 111_195).toFixed(7);
const N = 200;
const gpx = (type: string) => `<?xml version="1.0"?>
<gpx version="1.1" creator="invented" xmlns="http://www.topografix.com/GPX/1/1"><trk>${type}<trkseg>
${Array.from({ length: N }, (_, i) => `<trkpt lat="${lat(i)}" lon="16"><ele>200</ele><time>${time(i)}</time></trkpt>`).join('')}
</trkseg></trk></gpx>`;
const tcx = (sport: string) => `<?xml version="1.0"?>
<TrainingCenterDatabase><Activities><Activity Sport="${sport}"><Lap><Track>
${Array.from({ length: N }, (_, i) => `<Trackpoint><Time>${time(i)}</Time>${i % 7 === 3 ? '' : `<Position><LatitudeDegrees>${lat(i)}</LatitudeDegrees><LongitudeDegrees>16</LongitudeDegrees></Position>`}</Trackpoint>`).join('')}
</Track></Lap></Activity></Activities></TrainingCenterDatabase>`;

describe('a track file', () => {
  // Source: the element names of GPX 1.1 and of TCX version 2.
  test('GPX: how long and how far', () => {
    const read = readTrack(gpx(''));
    expect(read).toMatchObject({ ok: true, track: { minutes: 33, sport: 'walk' } });
    expect(read.ok && read.track.km).toBeCloseTo(2.786, 2);
    expect(JSON.stringify(read)).not.toContain('"lat"');
  });
  test('TCX, with places that are missing here and there', () => {
    const read = readTrack(tcx('Running'));
    expect(read).toMatchObject({ ok: true, track: { sport: 'run' } });
    expect(read.ok && read.track.km).toBeCloseTo(2.786, 1);
  });
  test('another sport is named as such', () => {
    expect(readTrack(tcx('Biking'))).toMatchObject({ ok: true, track: { sport: 'ride' } });
    expect(readTrack(gpx('<type>Kayaking</type>'))).toMatchObject({ ok: true, track: { sport: 'other' } });
  });
  test.each(['', 'no xml', '<gpx><trk>', '<html><body/></html>', '{"a":1}'])('%j is none', (text) => {
    expect(readTrack(text)).toMatchObject({ ok: false });
  });
  test('an entity is not unfolded', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE g [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><gpx><trk><name>&b;</name></trk></gpx>`;
    expect(readTrack(bomb)).toMatchObject({ ok: false });
  });
});

test('a table of steps', () => {
  expect(readSteps('day;steps\n2026-11-27;9412\n').days).toEqual([{ day: '2026-11-27', steps: 9412 }]);
  expect(readSteps('date,step count\n2026-11-27,9412\nx,1\n').faults).toHaveLength(1);
  expect(readSteps('').days).toEqual([]);
});
