alter table if exists cuenta.session add column all_tenants boolean not null default false;
