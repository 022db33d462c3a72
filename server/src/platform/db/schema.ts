import type { RosterFilter } from '@maul/contract/coaching';
import type { EntryBody, Handover, PortionRow, StandingBody } from '@maul/contract/diary';
import type { Movement, PictureMarks, Pose, WeighInConditions } from '@maul/contract/body';
import type { FoodDetails, ImportOptions, Measure } from '@maul/contract/foods';
import type { GrantRole, Profile, ReadKind, SharedKind } from '@maul/contract/people';
import type { KitchenThing, MOVES, StockContent } from '@maul/contract/kitchen';
import type { CarbBasis, NutrientVector } from '@maul/core/nutrition';
import type { Caution, CautionId, ChangeOrder, Season } from '@maul/core/plan';
import type { EquationSex, ExpenditureSource } from '@maul/core/body';
import type { IsoDate } from '@maul/core/units';
import type { Method } from '@maul/core/foods';
import type { ColumnType, Generated } from 'kysely';
import type { CoachingTables } from './coachingSchema.ts';
import type { Json, NullableJson, Written } from './columns.ts';

interface Versioned {
  athlete_id: string;
  id: string;
  version: Generated<number>;
  deleted_at: string | null;
  created_at: Written;
  updated_at: Written;
}
export interface MealTable extends Versioned {
  day: IsoDate;
  time: string;
  zone: string;
  eaten: boolean;
  ticks: ColumnType<string[], string | undefined, string>;
}
export interface DayEntryTable extends Versioned {
  day: IsoDate;
  time: string;
  zone: string;
  thing: Json<EntryBody>;
}
export interface StandingTable extends Versioned {
  thing: Json<StandingBody>;
}
export interface KitchenThingTable extends Versioned {
  thing: Json<KitchenThing['thing']>;
}
export interface StockTable extends Versioned {
  kind: StockContent['kind'];
  batch_id: string | null;
  name: string;
  food: Json<StockContent['food']>;
  grams: number;
  division: number | null;
  place: StockContent['place'];
  since: string;
  thawed: boolean;
  cooked_at: string | null;
  opened_at: string | null;
  label_until: string | null;
  use_by: string | null;
  holds: Json<string[]>;
  diner_id: string | null;
  left_grams: Generated<number>;
  planned_grams: Generated<number>;
}
export interface StockMoveTable extends Versioned {
  stock_id: string;
  grams: number;
  why: (typeof MOVES)[number];
  at: string;
}
export interface HandoverTable {
  athlete_id: string;
  id: string;
  to_id: string;
  from_name: string;
  day: IsoDate;
  food: Json<Handover['food']>;
  grams: number;
  method: Method;
  answer: 'taken' | 'left' | null;
  answered_at: string | null;
  created_at: Written;
}
export interface PortionTable extends Versioned {
  meal_id: string;
  position: number;
  food: Json<PortionRow['food']>;
  planned_grams: number | null;
  grams: number | null;
  method: Method | null;
  division: number | null;
  trail: NullableJson<NonNullable<PortionRow['trail']>>;
  spread: number | null;
  guess: NullableJson<NonNullable<PortionRow['guess']>>;
  reason: string | null;
}
export interface NoteTable extends Versioned {
  day: IsoDate;
  meal_id: string | null;
  portion_id: Generated<string | null>;
  order_id: Generated<string | null>;
  picture_id: Generated<string | null>;
  /** Where on the picture, from its left and its top, 0 to 1. */
  mark: NullableJson<{ x: number; y: number }>;
  text: string;
  author_id: string;
  /** The name that a file gave the author, where the note was read back out of one; so with each `_as` below. */
  author_as: Generated<string | null>;
}
export interface WeighInTable extends Versioned {
  day: IsoDate;
  kg: number;
  conditions: NullableJson<WeighInConditions>;
}
export interface FoodOwnTable extends Versioned {
  name: string;
  state: string;
  per100g: Json<NutrientVector>;
  measures: Json<Measure[]>;
  details: Json<FoodDetails>;
  source: string;
}
export interface ContainerTable extends Versioned {
  name: string;
  grams: number;
}
export interface YieldSeenTable extends Versioned {
  food_id: string;
  food_name: string;
  method: string;
  raw_grams: number;
  cooked_grams: number;
  day: IsoDate;
  pot: string | null;
}
/** The tables whose rows carry a version and are written by `putVersioned`. */
export interface VersionedTables {
  meal: MealTable;
  portion: PortionTable;
  note: NoteTable;
  weigh_in: WeighInTable;
  food_own: FoodOwnTable;
  container: ContainerTable;
  yield_seen: YieldSeenTable;
  day_entry: DayEntryTable;
  standing_entry: StandingTable;
  kitchen_thing: KitchenThingTable;
  stock: StockTable;
  stock_move: StockMoveTable;
}

/** What a correction of past portions replaced, and the version each portion had after it. */
export interface CorrectedPortion {
  id: string;
  food: PortionRow['food'];
  version: number;
}

/** What the app's role sees. */
export interface AppDatabase extends CoachingTables {
  athlete: {
    athlete_id: string;
    sex: EquationSex;
    birth_date: IsoDate;
    height_cm: number;
    zone: string;
    day_turns_at: Generated<number>;
    federation_class: string | null;
    profile: Json<Profile>;
    version: Generated<number>;
    created_at: Written;
  };
  coach_grant: {
    athlete_id: string;
    id: string;
    coach_id: string;
    from_at: Written;
    ended_at: string | null;
    role: Generated<GrantRole>;
    sees: ColumnType<SharedKind[], SharedKind[] | undefined, SharedKind[]>;
  };
  grant_proposal: {
    athlete_id: string;
    id: string;
    by_id: string;
    to_id: string;
    role: GrantRole;
    instead: boolean;
    at: Written;
    answer: Generated<boolean | null>;
    answered_at: Generated<string | null>;
  };
  roster_view: {
    coach_id: string;
    id: string;
    name: string;
    filter: Json<RosterFilter>;
    members: string[] | null;
    written_at: Written;
  };
  coach_hours: { coach_id: string; from_time: string; to_time: string; zone: string };
  reading: {
    athlete_id: string;
    reader_id: string;
    kind: ReadKind;
    day: Generated<IsoDate>;
    first_at: Written;
    last_at: Written;
  };
  season_revision: {
    athlete_id: string;
    id: string;
    revision: number;
    effective_from: IsoDate;
    document: Json<Season>;
    reason: string | null;
    held: Generated<boolean>;
    cautions: ColumnType<Caution[], string | undefined, never>;
    written_by: string;
    written_as: Generated<string | null>;
    written_at: Written;
    protocol_id: Generated<string | null>;
    protocol_version: Generated<number | null>;
  };
  season_release: { athlete_id: string; revision_id: string; from_date: IsoDate; at: Written };
  caution_confirmation: {
    athlete_id: string;
    id: string;
    caution_id: CautionId;
    figure: number | null;
    person_id: string;
    by_role: 'coach' | 'athlete';
    person_as: Generated<string | null>;
    at: Written;
  };
  calendar_feed: {
    athlete_id: string;
    id: string;
    token_hash: Buffer;
    created_at: Written;
    revoked_at: string | null;
  };
  basis: {
    athlete_id: string;
    id: string;
    from_date: IsoDate;
    weight_kg: number;
    lean_kg: number | null;
    expenditure: number;
    expenditure_sd: number;
    expenditure_from: ExpenditureSource;
    carb_basis: CarbBasis;
    weekly: Generated<boolean>;
    core_version: string;
    inputs_until: string;
    written_at: Written;
  };
  change_order: {
    athlete_id: string;
    id: string;
    phase_id: string;
    from_date: IsoDate;
    until_date: IsoDate | null;
    day_types: string[] | null;
    macro: ChangeOrder['macro'];
    change: Json<ChangeOrder['change']>;
    lever: string | null;
    held: Generated<boolean>;
    reason: string;
    expected_kcal: number | null;
    confirmed: string[];
    signed_by: string;
    signed_as: Generated<string | null>;
    signed_at: Written;
    protocol_id: Generated<string | null>;
    protocol_version: Generated<number | null>;
  };
  order_acknowledgement: { athlete_id: string; order_id: string; at: Written };
  meal: MealTable;
  portion: PortionTable;
  note: NoteTable;
  note_settled: { athlete_id: string; note_id: string; person_id: string; at: Written };
  movement_order: {
    athlete_id: string;
    id: string;
    from_date: IsoDate;
    until_date: IsoDate | null;
    movement: Json<Movement>;
    reason: string;
    expected_kcal: number;
    signed_by: string;
    signed_as: Generated<string | null>;
    signed_at: Written;
    acknowledged_at: string | null;
  };
  body_picture: {
    athlete_id: string;
    id: string;
    day: IsoDate;
    pose: Pose;
    name: string;
    width: number;
    height: number;
    marks: NullableJson<PictureMarks>;
    added_at: Written;
  };
  day_entry: DayEntryTable;
  standing_entry: StandingTable;
  kitchen_thing: KitchenThingTable;
  stock: StockTable;
  stock_move: StockMoveTable;
  blocked: { athlete_id: string; other_id: string; at: Written };
  handover: HandoverTable;
  weigh_in: WeighInTable;
  food_own: FoodOwnTable;
  food_reference: {
    id: string;
    origin: 'everyday' | 'package' | 'table';
    name: string;
    state: string;
    per100g: Json<NutrientVector>;
    measures: Json<Measure[]>;
    details: Json<FoodDetails>;
    source: string;
    remark: string | null;
    offered_first: boolean;
    search: string;
  };
  container: ContainerTable;
  yield_seen: YieldSeenTable;
  food_mark: { athlete_id: string; food_id: string; lever: boolean; in_stock: boolean; updated_at: Written };
  food_correction: {
    athlete_id: string;
    id: string;
    food_id: string;
    portions: Json<CorrectedPortion[]>;
    at: Written;
    undone_at: string | null;
  };
  food_import: {
    athlete_id: string;
    id: string;
    file_name: string;
    bytes: string;
    received: string;
    options: NullableJson<ImportOptions>;
    state: string;
    read: number;
    kept: number;
    duplicates: number;
    rejected: number;
    part: number;
    sentence: string | null;
    created_at: Written;
    updated_at: Written;
  };
  food_import_reject: {
    athlete_id: string;
    import_id: string;
    n: number;
    line: number;
    what: string;
    reason: string;
  };
}
