-- A name as an address spells it: for subdomains.
create function cuenta.slug(name text) returns text
    language sql immutable parallel safe
    return coalesce(nullif(trim(both '-' from left(regexp_replace(lower(regexp_replace(normalize(name, NFKD),
        U&'[\0300-\036f]', '', 'g')), '[^a-z0-9]+', '-', 'g'), 40)), ''), 'tenant');

alter table cuenta.tenant add column slug text;
update cuenta.tenant t set slug = named.slug
    from (select id, cuenta.slug(name) || case
              when row_number() over (partition by cuenta.slug(name) order by created_at, id) > 1
              then '-' || right(replace(id::text, '-', ''), 8) else '' end as slug
          from cuenta.tenant) named
    where named.id = t.id;
create unique index tenant_slug on cuenta.tenant (slug);

create table cuenta.invitation (
    id         uuid primary key,
    token_hash bytea not null unique,
    tenant_id  uuid not null references cuenta.tenant on delete cascade,
    made_by    text not null,
    made_at    timestamptz not null default now(),
    expires_at timestamptz not null
);
comment on table cuenta.invitation is 'Who has the token of one joins its tenant, once';
create index invitation_tenant on cuenta.invitation (tenant_id, made_at);

alter table if exists cuenta.session add column tenant_id uuid references cuenta.tenant on delete set null;
