export { ChangeFeed } from './feed.ts';
