export { type Random, seededRandom, standardNormal } from './random.ts';
