import type { AccountDeed, TokenScope } from '@maul/contract/people';
import type { ColumnType, Generated } from 'kysely';
import type { Written } from './columns.ts';

/** What the accounts role sees. */
export interface AccountsDatabase {
  person: {
    id: string;
    email: string;
    name: string;
    password_hash: string;
    is_athlete: boolean;
    is_coach: boolean;
    is_demo: Generated<boolean>;
    demo_about: string | null;
    coach_code: string | null;
    table_code: Generated<string>;
    created_at: Written;
    leaving_at: Generated<string | null>;
  };
  account_history: {
    person_id: string;
    id: Generated<string>;
    at: Written;
    what: AccountDeed;
    by_id: string | null;
    with_id: Generated<string | null>;
    device: Generated<string>;
  };
  passkey: {
    id: string;
    person_id: string;
    public_key: Buffer;
    counter: ColumnType<string, number, number>;
    name: string;
    created_at: Written;
    used_at: Generated<string | null>;
  };
  access_token: {
    id: string;
    person_id: string;
    name: string;
    token_hash: Buffer;
    scopes: ColumnType<TokenScope[], TokenScope[], never>;
    created_at: Written;
    expires_at: string;
    used_at: Generated<string | null>;
    revoked_at: Generated<string | null>;
  };
  passkey_challenge: { challenge: string; person_id: string | null; expires_at: string };
  second_factor: {
    person_id: string;
    secret: string;
    confirmed_at: string | null;
    /** The time step of the last code that was taken: none is taken twice. */
    last_step: Generated<string>;
  };
  session: {
    token_hash: Buffer;
    person_id: string;
    created_at: Written;
    expires_at: string;
    ended_at: string | null;
    id: Generated<string>;
    device: Generated<string>;
    wipes: Generated<boolean>;
    seen_at: Generated<string>;
  };
  way_back: {
    person_id: string;
    code_hash: Buffer;
    kind: 'own' | 'operator';
    created_at: Written;
    expires_at: Generated<string | null>;
    used_at: Generated<string | null>;
  };
}
