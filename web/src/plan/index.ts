export { CautionLine, standingText } from './cautions/Cautions.tsx';
export { WhyDialog } from './lazy.ts';
export { OrderPanel } from './orders/OrderPanel.tsx';
export { orderText } from './orders/orderText.ts';
export { planRoutes } from './routes.tsx';
