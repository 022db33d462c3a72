export { type BodyForm, Section } from './BodyFields.tsx';
export { BodySection, FoodSection, HealthSection, RoutineSection } from './BodySections.tsx';
export { EMPTY_START, fieldOf, profileOf, rawProfile, type StartValues, weightOf } from './bodyValues.ts';
export { bodyOf, expenditureOf, ExpenditureSection } from './Expenditure.tsx';
export { bodyRoutes } from './routes.tsx';
export { WeighInLine } from './WeighInLine.tsx';
export { MarkRow } from './morning/MarkRow.tsx';
export { useTrend } from './trend/useTrend.ts';
export { PictureStrip } from './pictures/PictureStrip.tsx';
