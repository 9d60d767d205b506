-- Tables whose shape does not depend on the account model. Those that refer to accounts are made with the first revision,
-- since the type of an account's id stands in the model.

create table cuenta.revision (
    number       integer primary key,
    base         integer not null,
    source       text not null,
    author       text not null,
    message      text not null,
    changes      jsonb not null,
    state        text not null check (state in ('publishing', 'live', 'past')),
    step         text not null,
    rows_done    bigint not null default 0,
    rows_total   bigint not null default 0,
    failure      text,
    started_at   timestamptz not null default now(),
    published_at timestamptz
);
comment on table cuenta.revision is 'Published account models, and at most one that is being published';
create unique index revision_live on cuenta.revision (state) where state = 'live';
create unique index revision_publishing on cuenta.revision (state) where state = 'publishing';

create table cuenta.kept_column (
    table_name  text not null,
    column_name text not null,
    kept_as     text not null,
    revision    integer not null,
    kept_at     timestamptz not null default now(),
    primary key (table_name, column_name)
);
comment on table cuenta.kept_column is 'Columns of removed fields: renamed, and restored when the field is published again';

create table cuenta.instance (
    id       uuid primary key,
    revision integer not null,
    seen_at  timestamptz not null default now()
);
comment on table cuenta.instance is 'Running services and the oldest revision that each still uses';

create table cuenta.tenant (
    id         uuid primary key,
    name       text not null,
    created_at timestamptz not null default now()
);

create table cuenta.retention_run (
    id          uuid primary key,
    rule        text not null,
    state       text not null check (state in ('running', 'done')),
    cutoff      timestamptz not null,
    started_by  text not null,
    started_at  timestamptz not null default now(),
    finished_at timestamptz,
    matched     bigint not null,
    deleted     json not null default '{}' -- json, not jsonb: the order in which things went is kept
);
create unique index retention_run_running on cuenta.retention_run (rule) where state = 'running';

-- The form in which identifiers and names are compared: compatible characters and capitals made equal (Unicode NFKC).
create function cuenta.normal_form(text) returns text
    language sql immutable parallel safe
    return lower(normalize($1, NFKC) collate "und-x-icu");
