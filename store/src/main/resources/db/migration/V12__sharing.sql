create table cuenta.service_key (
    id           uuid primary key,
    service      text not null,
    place        smallint not null check (place in (1, 2)),
    prefix       text not null,
    token_hash   bytea not null unique,
    scope        text[] not null,
    networks     cidr[] not null,
    made_by      text not null,
    made_at      timestamptz not null default now(),
    expires_at   timestamptz,
    last_used_at timestamptz,
    unique (service, place)
);
comment on table cuenta.service_key is 'What services sign in with: hashes only, and two at a time, so that one can follow the other';
