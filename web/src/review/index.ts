export { RosterPage } from './RosterPage.tsx';
export { AthletePage } from './AthletePage.tsx';
export { OrdersPage } from './OrdersPage.tsx';
