/** Water that food brings and takes: glycogen with its water, and salt. */

/** kg of scale weight for 1 kg of glycogen: itself and three times its water. Source: Olsson & Saltin 1970. */
export const GLYCOGEN_WITH_WATER = 4;
const STORE_KG = 0.5;
const STORE_LEAST = 0.15;
const STORE_MOST = 1.1;
/** Part of the way to its level that glycogen goes in a day. Source: after Hall 2011, from memory. */
const FILLING = 0.6;
/** Part of salt water that is there or gone the next day. Source: after Hall 2011, from memory. */
const SETTLING = 0.5;
/** kg of water with 1 g of sodium: 43.5 mmol in a gram over 140 mmol in a litre. */
export const WATER_OF_SODIUM = 1000 / 22.99 / 140;
/** Time constant of the long mean, days. */
const LONG_STEP = 1 - Math.exp(-1 / 120);
/** Days of a usual amount. */
const USUAL_DAYS = 28;

/** The mean of the amounts that are known of the last 28 days. */
export class Usual {
  private readonly kept = new Float64Array(USUAL_DAYS).fill(NaN);
  private at = 0;
  private sum = 0;
  private known = 0;

  add(amount: number | null): void {
    const gone = this.kept[this.at] as number;
    if (!Number.isNaN(gone)) {
      this.sum -= gone;
      this.known -= 1;
    }
    this.kept[this.at] = amount ?? NaN;
    if (amount !== null) {
      this.sum += amount;
      this.known += 1;
    }
    this.at = (this.at + 1) % USUAL_DAYS;
  }
  /** Undefined where nothing is known. */
  get mean(): number | undefined {
    return this.known > 0 ? this.sum / this.known : undefined;
  }
}

/** Glycogen, kg, after a day with so much carbohydrate; a day that is not known is taken as usual. */
export const glycogenAfter = (kg: number, carbs: number | null, usual: number | undefined): number => {
  const share = carbs === null || usual === undefined || usual <= 0 ? 1 : carbs / usual;
  const level = STORE_KG * Math.sqrt(Math.max(0, share));
  return Math.min(STORE_MOST, Math.max(STORE_LEAST, kg + FILLING * (level - kg)));
};
export const GLYCOGEN_START = STORE_KG;

/** Salt water, kg beyond usual, after a day with so much sodium (mg); a day that is not known brings none. */
export const saltWaterAfter = (kg: number, sodium: number | null, usual: number | undefined): number => {
  const level = sodium === null || usual === undefined ? 0 : (WATER_OF_SODIUM * (sodium - usual)) / 1000;
  return kg + SETTLING * (level - kg);
};

/** kg on the scale the next morning for a kilogram of food above usual; half of it the morning after, then none. From memory. */
const GUT_OF_FOOD = 0.15;
const GUT_USUAL_DAYS = 14;

/** Food in the gut beyond usual, from what was eaten, kg; a day that is not known brings none. */
export class Gut {
  private readonly eaten: number[] = [];
  private last = 0;
  /** What it shows the next morning. */
  kg = 0;

  add(foodKg: number | null | undefined): void {
    const before = this.last;
    this.last = 0;
    if (foodKg !== null && foodKg !== undefined) {
      const usual = this.eaten.reduce((a, b) => a + b, 0) / Math.max(1, this.eaten.length);
      this.last = this.eaten.length === 0 ? 0 : GUT_OF_FOOD * (foodKg - usual);
      this.eaten.push(foodKg);
      if (this.eaten.length > GUT_USUAL_DAYS) this.eaten.shift();
    }
    this.kg = this.last + before / 2;
  }
}

/** The mean of known amounts over about four months, so that a change of phase is seen against what was before it. */
export class Long {
  private value = 0;
  private weight = 0;

  add(amount: number | null): void {
    if (amount === null) return;
    this.weight += LONG_STEP * (1 - this.weight);
    this.value += (LONG_STEP / this.weight) * (amount - this.value);
  }
  get mean(): number | undefined {
    return this.weight > 0 ? this.value : undefined;
  }
}

/** Water, kg, that a change of usual carbohydrate against that of months before would move, if all of it stayed away. */
export const lastingWater = (usual: number | undefined, long: number | undefined): number =>
  usual === undefined || long === undefined || long <= 0
    ? 0
    : GLYCOGEN_WITH_WATER * STORE_KG * (Math.sqrt(usual / long) - 1);
