import { expose } from 'comlink';
import { readTrack } from './read.ts';

const api = { readTrack };
export type TrackApi = typeof api;
expose(api);
