export { type Amounts, amountsOf, TARGET_KEYS, TARGET_WORDS, type TargetKey } from './amounts.ts';
export { type CarbBasis, carbohydrate } from './carbohydrate.ts';
export { energyOf, euEnergy, tableKcal } from './energy.ts';
export { energyByRules } from './energyByRule.ts';
export { type IntakePerson, PLANT_FIRST, referenceIntake } from './intakes.ts';
export { type Interval, meets, weightedSum } from './interval.ts';
export { nutrientPanel, type PanelLine, type PanelShare } from './panel.ts';
export { isTagname, NUTRIENT_LABELS, type Tagname, TAGNAME_LIST, TAGNAMES } from './tagnames.ts';
export { type NutrientVector, perGrams, sumNutrients } from './vector.ts';
