-- Where a field's column is not called what its field is: while a revision is being published that renames it or changes its
-- type. Instances that run an older revision know it under its own name.
create table cuenta.column_name (
    table_name  text not null,
    column_name text not null,
    physical    text not null,
    revision    integer not null,
    primary key (table_name, column_name)
);
comment on table cuenta.column_name is 'Columns that a publish has yet to give their names; seen by instances from that revision on';

-- The same field may be put aside more than once, with another type each time.
alter table cuenta.kept_column drop constraint kept_column_pkey, add primary key (table_name, kept_as);
create index kept_column_name on cuenta.kept_column (table_name, column_name);

alter table cuenta.revision
    add column control         text not null default 'run' check (control in ('run', 'pause', 'cancel')),
    add column step_started_at timestamptz not null default now(),
    drop constraint revision_state_check,
    add constraint revision_state_check check (state in ('publishing', 'live', 'past', 'cancelled'));

-- The lengths of the shortest and the longest text of a list, for its checks.
create function cuenta.shortest(varchar[]) returns integer
    language sql immutable parallel safe
    return (select min(char_length(item)) from unnest($1) item);
create function cuenta.longest(varchar[]) returns integer
    language sql immutable parallel safe
    return (select max(char_length(item)) from unnest($1) item);

-- For look-up by any part of a text.
create extension if not exists pg_trgm with schema cuenta;
