alter table cuenta.tenant add column fields jsonb not null default '{}';
comment on column cuenta.tenant.fields is 'What the model lets a tenant have, by the name of the field, as JSON has it';
create table cuenta.tenant_value (
    field     text not null,
    value     text not null,
    tenant_id uuid not null references cuenta.tenant on delete cascade,
    primary key (field, value),
    unique (tenant_id, field)
);
comment on table cuenta.tenant_value is 'What no two tenants have both: values of unique fields, as they are compared';
