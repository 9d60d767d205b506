create table account (
    id uuid primary key,
    kind text not null,
    email text not null unique,
    phone text,
    theme text not null,
    created_at timestamptz not null,
    last_modified_at timestamptz not null,
    version bigint not null
);
create index on account (created_at, id);
create table person (account_id uuid primary key references account on delete cascade, given_name text not null, family_name text not null);
create table mooring (account_id uuid primary key references account on delete cascade, berth text, boat_length numeric(5, 2));
create table tenant (id uuid primary key, name text not null);
create table membership (
    account_id uuid not null references account on delete cascade,
    tenant_id uuid not null references tenant on delete cascade,
    primary key (account_id, tenant_id)
);
create index on membership (tenant_id);
create table service_key (hash bytea primary key, service text not null, expires_at timestamptz not null);
