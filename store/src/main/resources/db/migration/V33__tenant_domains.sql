create table cuenta.tenant_domain (
    domain    text primary key,
    tenant_id uuid not null references cuenta.tenant on delete cascade
);
comment on table cuenta.tenant_domain is 'Whoever confirms a mail address of the domain joins the tenant';
create index tenant_domain_tenant on cuenta.tenant_domain (tenant_id);
