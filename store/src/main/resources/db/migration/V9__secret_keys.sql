create table cuenta.secret_key (
    id         text primary key,
    proof      bytea not null,
    added_at   timestamptz not null default now(),
    retired_at timestamptz
);
comment on table cuenta.secret_key is 'Which keys sealed values here; the keys themselves lie in a file';

alter table cuenta.archived add column account_key text;
alter table cuenta.archived add column secrets jsonb not null default '{}';
comment on column cuenta.archived.secrets is 'Sealed values by field, bound to account_key';
