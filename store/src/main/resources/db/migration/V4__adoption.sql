-- Which account a row of another program became, or an account of before the ids changed.
create table cuenta.adopted (
    source     text not null,
    source_key text not null,
    account_id text not null, -- as a text, whatever the id scheme is
    outcome    text not null check (outcome in ('brought', 'joined')),
    adopted_at timestamptz not null default now(),
    primary key (source, source_key)
);
comment on table cuenta.adopted is 'The map of ids for other services: source and key there, account here';
create index adopted_account on cuenta.adopted (account_id);
