alter table if exists cuenta.session add column strong boolean not null default false;
alter table cuenta.tenant add column second_factor boolean not null default false;
comment on column cuenta.tenant.second_factor is 'Memberships and roles here count only in sessions that were opened with a second factor';
