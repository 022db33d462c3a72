import type { FormQuestion, Packet, ProtocolDocument } from '@maul/contract/coaching';
import type { IsoDate } from '@maul/core/units';
import type { Generated } from 'kysely';
import type { Json, Written } from './columns.ts';

/** Weeks that are sent, what is asked and answered with them, and what a coach writes once for many. */
export interface CoachingTables {
  protocol: {
    coach_id: string;
    id: string;
    version: number;
    name: string;
    document: Json<ProtocolDocument>;
    retired: Generated<boolean>;
    written_at: Written;
  };
  check_in: {
    athlete_id: string;
    id: string;
    from_date: IsoDate;
    to_date: IsoDate;
    packet: Json<Packet>;
    words: string;
    sent_at: Written;
  };
  check_in_answer: {
    athlete_id: string;
    id: string;
    check_in_id: string;
    author_id: string;
    author_as: Generated<string | null>;
    words: string;
    no_change: boolean;
    at: Written;
  };
  check_in_form: {
    athlete_id: string;
    id: string;
    name: string;
    questions: Json<FormQuestion[]>;
    given_by: string;
    given_at: Written;
    protocol_id: string | null;
    protocol_version: number | null;
  };
  check_in_read: {
    athlete_id: string;
    check_in_id: string;
    reader_id: string;
    reader_as: Generated<string>;
    at: Written;
  };
}
