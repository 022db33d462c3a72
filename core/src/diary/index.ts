export * from './rows.ts';
export * from './edit.ts';
export { HISTORY_LENGTH, NO_HISTORY, remembered, stepped, type History, type Step } from './history.ts';
export { mergeRow, type Merged } from './merge.ts';
