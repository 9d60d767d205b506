create table cuenta.activity (
    number  bigint generated always as identity primary key,
    at      timestamptz not null default now(),
    action  text not null,
    account text,
    person  text,
    service text,
    via     uuid,
    address text,
    tenant  uuid,
    details json not null default '{}' -- json, not jsonb: the chain is made of its letters
);
comment on table cuenta.activity is 'Who did what to which record; entries are added, never changed, and go by age only';
create index activity_account on cuenta.activity (account, number);
create index activity_person on cuenta.activity (person, number);
create index activity_action on cuenta.activity (action, number);

create table cuenta.activity_link (
    position  bigint primary key,
    entry     bigint not null unique,
    link      bytea not null,
    linked_at timestamptz not null default now()
);
comment on table cuenta.activity_link is 'Binds each entry to all before it, by hash; `cuenta activity verify` follows it';

create table cuenta.activity_unlinked (
    entry bigint primary key
);
comment on table cuenta.activity_unlinked is 'Entries that are not in the chain yet: for some seconds';

create function cuenta.activity_added() returns trigger
    language plpgsql as $$
begin
    insert into cuenta.activity_unlinked values (new.number);
    return null;
end $$;
create trigger activity_added after insert on cuenta.activity
    for each row execute function cuenta.activity_added();

-- Whoever has a password of the database's cannot change the past by mistake, nor by an injected statement.
create function cuenta.activity_stays() returns trigger
    language plpgsql as $$
begin
    if tg_op = 'DELETE' and tg_argv[0] = 'entry' then
        if old.at < now() - interval '30 days' then
            return old;
        end if;
    elsif tg_op = 'DELETE' and tg_argv[0] = 'link' then
        if not exists (select from cuenta.activity where number = old.entry)
            and not exists (select from cuenta.activity_link where position < old.position) then
            return old;
        end if;
    end if;
    raise exception 'activity is not changed' using errcode = 'insufficient_privilege';
end $$;
create trigger activity_stays before update or delete on cuenta.activity
    for each row execute function cuenta.activity_stays('entry');
create trigger activity_stays before update or delete on cuenta.activity_link
    for each row execute function cuenta.activity_stays('link');
create trigger activity_stays_whole before truncate on cuenta.activity
    for each statement execute function cuenta.activity_stays('all');
create trigger activity_stays_whole before truncate on cuenta.activity_link
    for each statement execute function cuenta.activity_stays('all');
