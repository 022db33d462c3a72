export { ALLERGENS } from './allergens.ts';
export {
  Food,
  foodFaults,
  FoodInFile,
  FoodOrigin,
  FoodsFile,
  FoodVersions,
  KeptFood,
  NO_DETAILS,
  PutFood,
  SeenFoods,
} from './food.ts';
export {
  ENCODINGS,
  FILE_PIECE,
  FoodImport,
  IMPORT_FILE,
  ImportFormat,
  ImportOptions,
  ImportPreview,
  ImportReject,
} from './imports.ts';
export { Kitchen, KitchenContainer, YieldSeen } from './pantry.ts';
export { FoodDetails, Measure, MethodName, PortionFood, UsedYield } from './portionFood.ts';
export { foodsRoutes } from './routes.ts';
