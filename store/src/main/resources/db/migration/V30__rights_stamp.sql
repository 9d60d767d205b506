alter table cuenta.tenant add column rights_stamp bigint not null default 0;
comment on column cuenta.tenant.rights_stamp is 'Rises whenever a membership there begins to count for more or less';

create index tenant_rights on cuenta.tenant (id) where rights_stamp > 0;

create function cuenta.tenant_rights() returns trigger language plpgsql as $$
begin
    new.rights_stamp := old.rights_stamp + 1;
    return new;
end
$$;

create trigger tenant_rights before update on cuenta.tenant for each row
    when (old.suspended_at is distinct from new.suspended_at or old.second_factor is distinct from new.second_factor)
    execute function cuenta.tenant_rights();
