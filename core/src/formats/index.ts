export * from './gtin.ts';
