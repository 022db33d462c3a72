export { SeasonPage } from './SeasonPage.tsx';
