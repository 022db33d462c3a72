export { FindPage } from './FindPage.tsx';
