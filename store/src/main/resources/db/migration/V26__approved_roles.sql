-- Roles that count only when a second person has approved them.
alter table if exists cuenta.role_given
    add column if not exists waiting boolean,
    add column if not exists asked_by text,
    add column if not exists approved_by text;

do $$
begin
    if to_regclass('cuenta.role_in_effect') is not null then
        create or replace view cuenta.role_in_effect with (security_invoker = true) as
        select account_id, role, tenant_id, given_at, ends_at from cuenta.role_given
        where waiting is not true
            and coalesce(starts_at, '-infinity') <= now() and coalesce(ends_at, 'infinity') > now();
    end if;
end
$$;
