-- Tables that hang on accounts are made with the first model; what an earlier version made gets the columns here.
alter table if exists cuenta.role_given
    add column if not exists given_by text,
    add column if not exists reason text,
    add column if not exists starts_at timestamptz,
    add column if not exists ends_at timestamptz;
