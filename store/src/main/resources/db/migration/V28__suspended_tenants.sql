alter table cuenta.tenant add column suspended_at timestamptz;
comment on column cuenta.tenant.suspended_at is 'Since when memberships and roles there do not count';
create index tenant_suspended on cuenta.tenant (id) where suspended_at is not null;
create index tenant_created on cuenta.tenant (created_at, id);
create index tenant_called on cuenta.tenant (lower(name) collate "C", id);

do $$
begin
    if to_regclass('cuenta.role_in_effect') is not null then
        create or replace view cuenta.role_in_effect with (security_invoker = true) as
        select account_id, role, tenant_id, given_at, ends_at from cuenta.role_given g
        where waiting is not true
            and coalesce(starts_at, '-infinity') <= now() and coalesce(ends_at, 'infinity') > now()
            and not exists (select from cuenta.tenant t where t.id = g.tenant_id and t.suspended_at is not null);
    end if;
end
$$;
