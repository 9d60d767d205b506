-- What expressions compute with. Each gives null where its twin in the service gives no value, and never fails.

create function cuenta.later(moment timestamptz, unit text, amount numeric) returns timestamptz
    language sql immutable parallel safe strict
    return case when abs(amount) <= case unit when 'year' then 5000 when 'month' then 60000 else 1830000 end
        then (moment at time zone 'UTC' + cast(trunc(amount) || ' ' || unit as interval)) at time zone 'UTC' end;

create function cuenta.whole_years(earlier timestamptz, later timestamptz) returns numeric
    language sql immutable parallel safe strict
    return extract(year from age(later at time zone 'UTC', earlier at time zone 'UTC'));

create function cuenta.whole_days(earlier timestamptz, later timestamptz) returns numeric
    language sql immutable parallel safe strict
    return trunc(extract(epoch from later - earlier) / 86400);

create function cuenta.day_in(moment timestamptz, zone text) returns timestamptz
    language plpgsql stable parallel safe strict as $$
begin
    -- By name only, as in the service: PostgreSQL also knows abbreviations and offsets by themselves.
    return case when zone ~ '^(UTC|[A-Za-z_]+(/[A-Za-z0-9_+-]+)+)$'
        then date_trunc('day', moment at time zone zone) at time zone 'UTC' end;
exception when invalid_parameter_value then
    return null;
end $$;

create function cuenta.whole(value text) returns numeric
    language sql immutable parallel safe strict
    return case when value ~ '^[+-]?[0-9]{1,18}(\.[0-9]+)?$' then trunc(cast(value as numeric)) end;

create function cuenta.decimal(value text) returns double precision
    language sql immutable parallel safe strict
    return case when value ~ '^[+-]?[0-9]{1,40}(\.[0-9]{1,40})?$' then cast(value as double precision) end;

create function cuenta.moment(value text) returns timestamptz
    language plpgsql stable parallel safe strict as $$
begin
    return case when value ~ '^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?(Z|[+-]\d\d:\d\d)$' then cast(value as timestamptz) end;
exception when others then
    return null;
end $$;
