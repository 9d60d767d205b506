alter table cuenta.tenant add column archived_at timestamptz;
comment on column cuenta.tenant.archived_at is 'Since when it stands in no list; it is suspended as long as it does not';
-- Each list by itself: neither passes over what is in the other.
create index tenant_listed on cuenta.tenant (created_at, id) where archived_at is null;
create index tenant_listed_called on cuenta.tenant (lower(name) collate "C", id) where archived_at is null;
create index tenant_archived on cuenta.tenant (created_at, id) where archived_at is not null;
create index tenant_archived_called on cuenta.tenant (lower(name) collate "C", id) where archived_at is not null;
drop index cuenta.tenant_created;
drop index cuenta.tenant_called;
