import type { BodyOf } from '@maul/contract/routes';
import type { Content, OutboxRoute } from './rows.ts';

/** A change on this device that the server may not have yet. */
export interface OutboxEntry<N extends OutboxRoute = OutboxRoute> {
  /** Identity of this change on this device. */
  key: string;
  /** Order of sending. */
  seq: number;
  personId: string;
  athleteId: string;
  /** The day it shows on. */
  day: string;
  route: N;
  /** The row it writes. */
  id: string;
  body: BodyOf<N>;
  /** What the row said before this change, and whether it was there; null for a new row. */
  before?: (Content & { deleted: boolean }) | null;
  state: 'waiting' | 'refused';
  /** Why the server refused it, in its own sentence. */
  refusal?: {
    sentence: string;
    stale: boolean;
    currentVersion?: number;
    /** When the other side became what it is, and by whom or on what device. */
    changed?: { at: string; from: string | null };
    /** What both changed, with both values; and the change as it goes on top of theirs, should mine hold. */
    collide?: { field: string; mine: unknown; theirs: unknown }[];
    onTop?: Pick<OutboxEntry, 'body' | 'before'>;
  };
}
