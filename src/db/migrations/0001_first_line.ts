import { type Kysely, sql } from 'kysely'

/**
 * The tables of the first complete line. Foreign keys carry the workspace, so that no row of one
 * workspace can ever point at a row of another.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('The first migration has nothing to go back to. Make a new database instead.')
}

const STATEMENTS = `
create table "user" (
  "id" text primary key,
  "name" text not null,
  "email" text not null unique,
  "emailVerified" boolean not null default false,
  "image" text,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now()
);

create table "session" (
  "id" text primary key,
  "expiresAt" timestamptz not null,
  "token" text not null unique,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now(),
  "ipAddress" text,
  "userAgent" text,
  "userId" text not null references "user" ("id") on delete cascade
);

create index on "session" ("userId");

create table "account" (
  "id" text primary key,
  "accountId" text not null,
  "providerId" text not null,
  "userId" text not null references "user" ("id") on delete cascade,
  "accessToken" text,
  "refreshToken" text,
  "idToken" text,
  "accessTokenExpiresAt" timestamptz,
  "refreshTokenExpiresAt" timestamptz,
  "scope" text,
  "password" text,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now()
);

create index on "account" ("userId");

create table "verification" (
  "id" text primary key,
  "identifier" text not null,
  "value" text not null,
  "expiresAt" timestamptz not null,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now()
);

create table workspace (
  id uuid primary key default gen_random_uuid(),
  name text not null,
  mail_domain text not null,
  created_at timestamptz not null default now()
);

create table member (
  workspace_id uuid not null references workspace,
  user_id text not null references "user" ("id"),
  primary key (user_id, workspace_id)
);

create table api_token (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null references workspace,
  name text not null,
  hash bytea not null unique,
  created_at timestamptz not null default now(),
  last_used_at timestamptz
);

create table record_field (
  workspace_id uuid not null references workspace,
  record text not null check (record in ('contact', 'company', 'deal', 'request')),
  name text not null,
  label text not null,
  type text not null default 'text',
  options jsonb not null default '[]',
  position integer not null default 0,
  retired boolean not null default false,
  primary key (workspace_id, record, name)
);

create table desk (
  workspace_id uuid not null references workspace,
  name text not null,
  title text not null,
  addresses text[] not null,
  primary key (workspace_id, name)
);

create table list (
  workspace_id uuid not null references workspace,
  name text not null,
  title text not null,
  primary key (workspace_id, name)
);

create table form (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null references workspace,
  slug text not null unique,
  name text not null,
  folder text not null default '',
  campaign text not null default '',
  owner_id text references "user" ("id"),
  draft jsonb not null,
  draft_revision integer not null default 1,
  draft_saved_by text references "user" ("id"),
  live_release_id uuid,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (workspace_id, id)
);

create table release (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null,
  form_id uuid not null,
  number integer not null,
  definition jsonb not null,
  changes jsonb not null,
  released_by text references "user" ("id"),
  released_at timestamptz not null default now(),
  unique (form_id, number),
  unique (workspace_id, id),
  unique (form_id, id),
  foreign key (workspace_id, form_id) references form (workspace_id, id)
);

alter table form add foreign key (id, live_release_id) references release (form_id, id);

create table record (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null references workspace,
  type text not null check (type in ('contact', 'company', 'deal', 'request')),
  key text not null,
  domain text,
  contact_id uuid,
  company_id uuid,
  form_id uuid,
  "values" jsonb not null,
  revision integer not null default 1,
  created_at timestamptz not null,
  updated_at timestamptz not null,
  unique (workspace_id, type, key),
  unique (workspace_id, id),
  foreign key (workspace_id, contact_id) references record (workspace_id, id),
  foreign key (workspace_id, company_id) references record (workspace_id, id),
  foreign key (workspace_id, form_id) references form (workspace_id, id)
);

create index on record (workspace_id, type, updated_at desc, id desc);

create index on record (workspace_id, domain) where domain is not null;

create index on record (contact_id, created_at desc) where contact_id is not null;

create index on record (company_id, created_at desc) where company_id is not null;

create table submission (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null,
  form_id uuid not null,
  release_id uuid not null,
  visit_id uuid not null,
  state text not null default 'received' check (state in ('received', 'applied', 'failed')),
  "values" jsonb not null,
  origins jsonb not null,
  link jsonb not null,
  page_before text,
  link_holder uuid,
  outcome jsonb not null,
  contact_id uuid,
  plan jsonb,
  error text,
  received_at timestamptz not null,
  applied_at timestamptz,
  unique (form_id, visit_id),
  unique (workspace_id, id),
  foreign key (workspace_id, form_id) references form (workspace_id, id),
  foreign key (form_id, release_id) references release (form_id, id),
  foreign key (workspace_id, contact_id) references record (workspace_id, id)
);

create index on submission (workspace_id, received_at desc, id desc);

create index on submission (form_id, received_at desc, id desc);

create index on submission (contact_id, received_at desc);

create index on submission (received_at) where state = 'received';

create table record_change (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null,
  record_id uuid not null,
  field text not null,
  "from" jsonb not null,
  "to" jsonb not null,
  submission_id uuid,
  because text not null,
  at timestamptz not null,
  foreign key (workspace_id, record_id) references record (workspace_id, id),
  foreign key (workspace_id, submission_id) references submission (workspace_id, id)
);

create index on record_change (submission_id) where submission_id is not null;

create table list_membership (
  workspace_id uuid not null,
  list text not null,
  contact_id uuid not null,
  wording text not null,
  submission_id uuid,
  joined_at timestamptz not null,
  primary key (workspace_id, list, contact_id),
  foreign key (workspace_id, list) references list (workspace_id, name),
  foreign key (workspace_id, contact_id) references record (workspace_id, id),
  foreign key (workspace_id, submission_id) references submission (workspace_id, id)
);

create index on list_membership (contact_id);

create table personal_link (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null,
  contact_id uuid not null,
  form_id uuid not null,
  hash bytea not null unique,
  created_at timestamptz not null default now(),
  expires_at timestamptz,
  withdrawn_at timestamptz,
  foreign key (workspace_id, contact_id) references record (workspace_id, id),
  foreign key (workspace_id, form_id) references form (workspace_id, id)
);

create table visit (
  id uuid not null,
  workspace_id uuid not null,
  form_id uuid not null,
  release_number integer not null,
  arrived_at timestamptz not null,
  began_at timestamptz,
  sent_at timestamptz,
  returned_at timestamptz,
  last_at timestamptz not null,
  steps text[] not null,
  source text not null,
  link jsonb not null,
  page_before text,
  link_holder uuid,
  answers jsonb,
  primary key (form_id, id),
  foreign key (workspace_id, form_id) references form (workspace_id, id),
  foreign key (workspace_id, link_holder) references record (workspace_id, id)
);

create index on visit (form_id, arrived_at);

create index on visit (workspace_id, last_at desc, id desc) where answers is not null and sent_at is null;

create table visit_event (
  workspace_id uuid not null,
  form_id uuid not null,
  visit_id uuid not null,
  at timestamptz not null,
  kind text not null check (kind in ('arrived', 'began', 'step', 'kept', 'returned', 'sent')),
  step text,
  source text
) partition by range (at);

create table visit_event_other partition of visit_event default;

create index on visit_event (form_id, at);

create index on visit_event (visit_id, at);

create function ensure_visit_event_month(month date) returns void language plpgsql as $$
declare
  first date := date_trunc('month', month);
begin
  execute format(
    'create table if not exists %I partition of visit_event for values from (%L) to (%L)',
    'visit_event_' || to_char(first, 'YYYY_MM'), first, first + interval '1 month');
end
$$;

create table delivery (
  id uuid primary key default gen_random_uuid(),
  workspace_id uuid not null,
  submission_id uuid not null,
  key text not null,
  body jsonb not null,
  because text not null,
  state text not null default 'waiting' check (state in ('waiting', 'delivered', 'given_up')),
  attempts integer not null default 0,
  error text,
  created_at timestamptz not null,
  next_at timestamptz,
  settled_at timestamptz,
  unique (submission_id, key),
  foreign key (workspace_id, submission_id) references submission (workspace_id, id)
);

create index on delivery (workspace_id, created_at desc, id desc);

create index on delivery (workspace_id, state) where state <> 'delivered';

create table readout_day (
  workspace_id uuid not null,
  form_id uuid not null,
  day date not null,
  source text not null,
  release_number integer not null,
  arrived integer not null,
  began integer not null,
  sent integer not null,
  unfinished integer not null,
  returned integer not null,
  steps jsonb not null,
  stopped jsonb not null,
  primary key (form_id, day, source, release_number),
  foreign key (workspace_id, form_id) references form (workspace_id, id)
);

create table worker_process (
  id text primary key,
  pools text[] not null default '{}',
  beat_at timestamptz not null default now()
)
`
