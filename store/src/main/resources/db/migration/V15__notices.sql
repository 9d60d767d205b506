-- Somebody is told of a change at an address that the account no longer has.
alter table if exists cuenta.message
    add column address text not null default '',
    drop constraint if exists message_account_id_purpose_field_key;
do $$
begin
    if to_regclass('cuenta.message') is not null then
        alter table cuenta.message add unique (account_id, purpose, field, address);
    end if;
end $$;

create table cuenta.reset_request (
    id         bigint generated always as identity primary key,
    identifier text not null,
    asked_at   timestamptz not null default now()
);
comment on table cuenta.reset_request is 'For whom another password was asked; worked off within seconds';

create table cuenta.familiar (
    subject bytea primary key,
    last_at timestamptz not null default now()
);
comment on table cuenta.familiar is 'From where somebody signed in within the last ninety days, by a hash of who and from where';
create index familiar_last_at on cuenta.familiar (last_at);
