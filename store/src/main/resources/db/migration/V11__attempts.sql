create unlogged table cuenta.attempt (
    subject  bytea primary key,
    failures integer not null,
    last_at  timestamptz not null default now()
);
comment on table cuenta.attempt is 'Passwords that were tried, by a hash of who and from where; forgotten after an hour';
create index attempt_last_at on cuenta.attempt (last_at);

-- How long after the last of so many failures in a row the next try is let through.
create function cuenta.attempt_pause(failures integer, free integer) returns interval
    language sql immutable parallel safe
    return case when failures < free then interval '0' else make_interval(secs => least(900, power(2, least(failures - free, 10)))) end;
