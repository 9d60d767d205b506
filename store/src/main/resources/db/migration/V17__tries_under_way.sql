-- Tries whose outcome is not known yet. One that nobody ends, because its instance or the database went away, counts for nothing.
alter table cuenta.attempt add column under_way integer not null default 0;
alter table cuenta.attempt add column begun_at timestamptz not null default now();
