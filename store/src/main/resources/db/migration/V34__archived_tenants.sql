alter table cuenta.tenant add column archived_at timestamptz;
comment on column cuenta.tenant.archived_at is 'Since when it stands in no list; it is suspended as long as it does not';
create index tenant_archived on cuenta.tenant (created_at, id) where archived_at is not null;
create index tenant_archived_called on cuenta.tenant (lower(name) collate "C", id) where archived_at is not null;
