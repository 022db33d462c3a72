import { PortionGrams } from '@maul/contract';

/** Reads typed grams: "150", "150,5", "150 g". Nothing typed is no amount; what cannot be is said in a sentence. */
export const readGrams = (text: string): { grams: number | null; fault?: string } => {
  const trimmed = text.trim().replace(/\s*g$/i, '').replace(',', '.');
  if (trimmed === '') return { grams: null };
  const number = /^[+-]?\d*\.?\d+$/.test(trimmed) ? Number(trimmed) : NaN;
  if (Number.isNaN(number)) return { grams: null, fault: `“${text.trim()}” is not a number of grams.` };
  const read = PortionGrams.safeParse(number);
  return read.success
    ? { grams: read.data }
    : { grams: null, fault: read.error.issues[0]?.message ?? 'Check the weight.' };
};
