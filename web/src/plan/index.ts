export { CautionLine, standingText } from './cautions/Cautions.tsx';
export { WhyDialog } from './lazy.ts';
export { MovementForm } from './orders/MovementForm.tsx';
export { OrderPanel } from './orders/OrderPanel.tsx';
export { movementText, orderText } from './orders/orderText.ts';
export { planRoutes } from './routes.tsx';
