export { PantryPage } from './PantryPage.tsx';
