-- Everything that hangs on an account and comes back with it. The columns that were there before stay for instances of the earlier version.
alter table cuenta.archived add column records jsonb;
comment on column cuenta.archived.records is 'Rows that belong to the account, by their table';
alter table cuenta.archived add column lost jsonb not null default '[]';
comment on column cuenta.archived.lost is 'What does not come back, in words';
alter table cuenta.archived add column version bigint not null default 0;
alter table cuenta.archived alter column roles set default '[]';
alter table cuenta.archived alter column tenants set default '[]';

alter table cuenta.tenant add column founder text;
comment on column cuenta.tenant.founder is 'Key of the account whose sign-up made it, and whose name it may bear';
create index tenant_founder on cuenta.tenant (founder) where founder is not null;
