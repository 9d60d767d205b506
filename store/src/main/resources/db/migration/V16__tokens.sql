create table cuenta.signing_key (
    id          text primary key,
    public_key  text not null,
    private_key bytea not null,
    made_at     timestamptz not null default now(),
    signs_from  timestamptz not null
);
comment on table cuenta.signing_key is 'What signs tokens that services check by themselves; the private part is sealed';

create table cuenta.revoked_token (
    id         uuid primary key,
    expires_at timestamptz not null
);
comment on table cuenta.revoked_token is 'Tokens that count no more, until they are out of date';
