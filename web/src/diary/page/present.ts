import type { DayDocument } from '@maul/contract/diary';
import type { DaySheet } from '@maul/core/diary';
import { createContext } from 'react';

/** The day as it stands, where the page may be drawn a moment behind it. */
export interface Present {
  day: DayDocument;
  sheet: DaySheet;
  /** The meal that comes next. */
  openId: string | undefined;
}

export const PresentDay = createContext<Present | undefined>(undefined);
