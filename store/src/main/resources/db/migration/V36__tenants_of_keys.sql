alter table cuenta.service_key add column tenants uuid[] not null default '{}';
comment on column cuenta.service_key.tenants is 'In which it is good, and nowhere else; empty for all';
