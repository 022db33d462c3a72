import type { DayDocument } from '@maul/contract/diary';
import { createContext } from 'react';

/** The athlete’s own day as it stands, where the page may be drawn a moment behind it. */
export const PresentDay = createContext<DayDocument | undefined>(undefined);
