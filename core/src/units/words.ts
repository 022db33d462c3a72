/**
 * Words of a text, in lower case: letters and digits of any language, without what stands between them.
 *
 * @example
 * wordsOf('Egg, whole (raw)'); // => ['egg', 'whole', 'raw']
 */
export const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
