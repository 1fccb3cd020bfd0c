import { type Kysely, sql } from 'kysely'

/**
 * Who may do what: the role of each member, the rights of each token, invitations, second factors and passkeys. Whoever
 * was a member could do everything, and is an owner; tokens go on doing what they did.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
alter table member add column role text not null default 'owner', add column joined_at timestamptz not null default now();

alter table member alter column role drop default;

create index on member (workspace_id);

alter table api_token add column rights text[] not null default '{read,people,answer,edit,release,own}';

alter table api_token alter column rights drop default;

alter table workspace add column handle text unique
  generated always as (
    trim(both '-' from left(lower(regexp_replace(name, '[^A-Za-z0-9]+', '-', 'g')), 40)) || '-' || left(id::text, 6)
  ) stored;

comment on column workspace.handle is 'What it is called in addresses';

alter table way_in
  add column workspace_id uuid references workspace,
  add column role text,
  add column asked_by text references "user" ("id"),
  add column withdrawn_at timestamptz,
  drop constraint way_in_purpose_check,
  add check (purpose in ('open workspace', 'new password', 'join')),
  add check ((purpose = 'join') = (workspace_id is not null and role is not null));

create index way_in_to_workspace on way_in (workspace_id, created_at) where workspace_id is not null;

alter table "user" add column "twoFactorEnabled" boolean not null default false;

create table "twoFactor" (
  "id" text primary key,
  "secret" text not null,
  "backupCodes" text not null,
  "userId" text not null unique references "user" ("id") on delete cascade,
  "verified" boolean not null default true,
  "failedVerificationCount" integer not null default 0,
  "lockedUntil" timestamptz
);

create table "passkey" (
  "id" text primary key,
  "name" text,
  "publicKey" text not null,
  "userId" text not null references "user" ("id") on delete cascade,
  "credentialID" text not null unique,
  "counter" integer not null,
  "deviceType" text not null,
  "backedUp" boolean not null,
  "transports" text,
  "createdAt" timestamptz default now(),
  "aaguid" text
);

create index on "passkey" ("userId");

create index on verification (identifier)
`
