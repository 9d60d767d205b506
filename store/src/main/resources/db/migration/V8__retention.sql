alter table cuenta.retention_run rename column deleted to taken;
alter table cuenta.retention_run add column due_at timestamptz;
comment on column cuenta.retention_run.due_at is 'The moment of its schedule that started it; empty when somebody did';
create unique index retention_run_due on cuenta.retention_run (rule, due_at);

create table cuenta.retention_schedule (
    rule     text primary key,
    schedule text not null,
    since    timestamptz not null default now()
);
comment on table cuenta.retention_schedule is 'Since when each rule of the live model has its schedule; earlier moments do not count';

create table cuenta.archived (
    account_id   text primary key,
    kind         text not null,
    rule         text not null,
    revision     integer not null,
    archived_at  timestamptz not null default now(),
    created_at   timestamptz not null,
    modified_at  timestamptz not null,
    display_name text not null,
    password     text,
    roles        jsonb not null,
    tenants      jsonb not null,
    fields       jsonb not null
);
comment on table cuenta.archived is 'Accounts that a retention rule put aside, whole, and out of reach until they are brought back';
create index archived_at on cuenta.archived (archived_at, account_id);
