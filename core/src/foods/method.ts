/** How the grams of a portion are known. */
export type Method = 'scale' | 'jar' | 'pieces' | 'label' | 'spoon' | 'eye' | 'planned' | 'out';

export const METHODS: readonly Method[] = [
  'scale',
  'jar',
  'pieces',
  'label',
  'spoon',
  'eye',
  'planned',
  'out',
];

/**
 * Relative standard uncertainty of the grams for methods without a scale. Sources: pieces, spoon and eye are from memory;
 * label serving ("not every scoop weighs a scoop") and eaten out are common practice, no source.
 */
export const RELATIVE_GRAMS: Readonly<Record<Exclude<Method, 'scale' | 'jar'>, number>> = {
  pieces: 0.08,
  label: 0.1,
  spoon: 0.15,
  eye: 0.25,
  // Eaten as planned is judged by eye.
  planned: 0.25,
  out: 0.3,
};
