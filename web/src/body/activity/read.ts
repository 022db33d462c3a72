import {
  stepRows,
  summariseTrack,
  type StepRows,
  type TrackPoint,
  type TrackResult,
  type TrackSport,
} from '@maul/core/body';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';

type Node = Readonly<Record<string, unknown>>;
const many = (value: unknown): Node[] =>
  value === undefined ? [] : ((Array.isArray(value) ? value : [value]) as Node[]);
const inside = (node: Node | undefined, key: string): Node[] => many(node?.[key]);

const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');

const SPORTS: Readonly<Record<string, TrackSport>> = {
  walking: 'walk',
  hiking: 'walk',
  walk: 'walk',
  running: 'run',
  run: 'run',
  biking: 'ride',
  cycling: 'ride',
  ride: 'ride',
};
const sportOf = (said: unknown): TrackSport | null => {
  const word = textOf(said).trim().toLowerCase();
  return word === '' ? null : (SPORTS[word] ?? 'other');
};
const point = (lat: unknown, lon: unknown, ele: unknown, time: unknown): TrackPoint => ({
  lat: Number(lat),
  lon: Number(lon),
  ele: ele === undefined ? null : Number(ele),
  at: Date.parse(textOf(time)),
});

/** The places of a GPX 1.1 or TCX file, and the sport that it names. Source: the two schemas' element names. */
const placesOf = (text: string): { points: TrackPoint[]; sport: TrackSport | null } | null => {
  if (XMLValidator.validate(text) !== true) return null;
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    parseTagValue: false,
    removeNSPrefix: true,
    processEntities: false,
  });
  const root = parser.parse(text) as Node;
  const gpx = root.gpx as Node | undefined;
  if (gpx) {
    const tracks = inside(gpx, 'trk');
    return {
      sport: sportOf(tracks[0]?.type),
      points: tracks
        .flatMap((t) => inside(t, 'trkseg'))
        .flatMap((s) => inside(s, 'trkpt'))
        .map((p) => point(p['@lat'], p['@lon'], p.ele, p.time)),
    };
  }
  const tcx = root.TrainingCenterDatabase as Node | undefined;
  if (!tcx) return null;
  const activities = inside(many(tcx.Activities)[0], 'Activity');
  return {
    sport: sportOf(activities[0]?.['@Sport']),
    points: activities
      .flatMap((a) => inside(a, 'Lap'))
      .flatMap((l) => inside(l, 'Track'))
      .flatMap((t) => inside(t, 'Trackpoint'))
      .flatMap((p) => {
        const at = many(p.Position)[0];
        return at ? [point(at.LatitudeDegrees, at.LongitudeDegrees, p.AltitudeMeters, p.Time)] : [];
      }),
  };
};

/** What a track file tells: how long and how far. Its places are let go here. */
export const readTrack = (text: string): TrackResult => {
  const found = placesOf(text);
  if (!found)
    return { ok: false, sentence: 'This is no GPX or TCX file that can be read. Nothing was kept.' };
  const points = found.points.filter((p) => Math.abs(p.lat) <= 90 && Math.abs(p.lon) <= 180);
  return summariseTrack(points, found.sport);
};

/** Days and steps of a table with a header. */
export const readSteps = (text: string): StepRows =>
  stepRows(Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data);
