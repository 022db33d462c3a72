import { useState } from 'react';

interface Typed {
  /** What stands in the field, whole or not. */
  date: Date | null;
  /** The value that the owner had when the field last looked. */
  seen: string;
  /** What the owner was told last. */
  told: string;
}

/**
 * What is typed into a date or time field, apart from the value that its owner keeps: while it is not whole the owner is told an empty
 * text and may keep what it had, and the digits that are typed already stay.
 */
export const useTyped = (
  value: string,
  asDate: (text: string) => Date | null,
): { date: Date | null; type: (date: Date | null, told: string) => void } => {
  const [typed, setTyped] = useState<Typed>(() => ({ date: asDate(value), seen: value, told: value }));
  // The owner has another value than the one it was told: it stands in the field from now on.
  if (value !== typed.seen)
    setTyped({ date: value === typed.told ? typed.date : asDate(value), seen: value, told: value });
  return {
    date: typed.date,
    type: (date, told) => setTyped({ date, seen: value, told }),
  };
};
