export { Rule, ruleText, type RuleProps } from './Rule.tsx';
export { MethodMark, METHOD_NAMES, StateGlyph } from './Glyph.tsx';
export { benchSpan } from './geometry.ts';
