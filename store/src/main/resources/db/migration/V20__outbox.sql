-- A message is claimed, sent outside of any transaction, and then marked. Its table may not be there yet: it comes with the first revision.
alter table if exists cuenta.message add column if not exists claimed_until timestamptz;
alter table if exists cuenta.message add column if not exists put_aside_at timestamptz;
