/** A number as it stands on a scale's display: its last digit is the division. Null when it is none. */
export const readDisplay = (text: string): { gross: number; division: number } | null => {
  const found = /^(\d{1,5})(?:[.,](\d{1,2}))?$/.exec(text.trim());
  if (!found) return null;
  const decimals = found[2]?.length ?? 0;
  return { gross: Number(`${found[1] ?? ''}.${found[2] ?? '0'}`), division: 10 ** -decimals };
};
