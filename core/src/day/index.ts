export * from './daySheet.ts';
