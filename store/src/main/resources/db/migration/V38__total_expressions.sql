-- What expressions compute, with the meaning that it has where records are read, at every extreme: no value that is stored can
-- make a statement fail. Whole numbers have 64 bits, decimal ones are finite, days lie between the years 1 and 9999; what is beyond has
-- no value.

create function cuenta.int64(value numeric) returns numeric
    language sql immutable parallel safe strict
    return case when value between -9223372036854775808 and 9223372036854775807 then value end;

create function cuenta.float_plus(one double precision, other double precision) returns double precision
    language plpgsql immutable parallel safe strict as $$
begin
    return one + other;
exception when numeric_value_out_of_range then
    return null;
end $$;

-- Where it is too small to be told from zero it is zero.
create function cuenta.float_times(one double precision, other double precision) returns double precision
    language plpgsql immutable parallel safe strict as $$
begin
    return one * other + 0;
exception when numeric_value_out_of_range then
    return case when abs(one) < 1 or abs(other) < 1 then 0 end;
end $$;

create function cuenta.float_divided(one double precision, other double precision) returns double precision
    language plpgsql immutable parallel safe strict as $$
begin
    return case when other <> 0 then one / other + 0 end;
exception when numeric_value_out_of_range then
    return case when abs(other) > 1 then 0 end;
end $$;

create function cuenta.whole_of(value double precision) returns numeric
    language sql immutable parallel safe strict
    return case when value >= -9223372036854775808 and value < 9223372036854775808 then cast(cast(trunc(value) as bigint) as numeric) end;

create function cuenta.float_of(value text) returns double precision
    language plpgsql immutable parallel safe strict as $$
begin
    return case when value ~ '^[+-]?[0-9]{1,40}(\.[0-9]{1,40})?([eE][+-]?[0-9]{1,3})?$' then cast(value as double precision) + 0 end;
exception when numeric_value_out_of_range then
    return case when abs(cast(value as numeric)) < 1 then 0 end;
end $$;

create function cuenta.text_of(value double precision) returns text
    language sql immutable parallel safe strict
    return cast(trim_scale(cast(cast(value as text) as numeric)) as text);

create function cuenta.text_of(value timestamptz) returns text
    language sql immutable parallel safe strict
    return to_char(value at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS')
        || case when extract(microseconds from value)::bigint % 1000000 = 0 then '' else to_char(value at time zone 'UTC', '.US') end || 'Z';

create function cuenta.dated(value timestamptz) returns timestamptz
    language sql immutable parallel safe strict
    return case when value >= timestamptz '0001-01-01 00:00:00+00' and value < timestamptz '10000-01-01 00:00:00+00' then value end;

create function cuenta.decimal_of(value double precision, precision_ integer, scale_ integer) returns numeric
    language sql immutable parallel safe strict
    return case when abs(round(cast(cast(value as text) as numeric), scale_)) < power(cast(10 as numeric), precision_ - scale_)
        then round(cast(cast(value as text) as numeric), scale_) end;

create or replace function cuenta.moment(value text) returns timestamptz
    language plpgsql stable parallel safe strict as $$
begin
    return case when value ~ '^\d{4}-\d\d-\d\dT([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,6})?(Z|[+-](0\d|1[0-7]):[0-5]\d|[+-]18:00)$'
        then cuenta.dated(cast(value as timestamptz)) end;
exception when others then
    return null;
end $$;

create or replace function cuenta.whole(value text) returns numeric
    language sql immutable parallel safe strict
    return case when value ~ '^[+-]?[0-9]{1,18}(\.[0-9]{1,40})?$' then trunc(cast(value as numeric)) end;

create or replace function cuenta.later(moment timestamptz, unit text, amount numeric) returns timestamptz
    language sql immutable parallel safe strict
    return case when abs(amount) <= case unit when 'year' then 5000 when 'month' then 60000 else 1830000 end
        and moment between timestamptz '0001-01-01 00:00:00+00 BC' and timestamptz '20000-01-01 00:00:00+00'
        and extract(year from moment at time zone 'UTC')
            + trunc(amount) / case unit when 'year' then 1 when 'month' then 12 else 365.25 end between -2 and 10002
        then cuenta.dated((moment at time zone 'UTC' + cast(trunc(amount) || ' ' || unit as interval)) at time zone 'UTC') end;

-- As the calendar of ISO 8601 counts: whole months first, by the day of the month and the time of the day.
create or replace function cuenta.whole_years(earlier timestamptz, later timestamptz) returns numeric
    language plpgsql immutable parallel safe strict as $$
declare
    one timestamp := earlier at time zone 'UTC';
    other timestamp := later at time zone 'UTC';
    last date := cast(other as date);
begin
    if last > cast(one as date) and cast(other as time) < cast(one as time) then
        last := last - 1;
    elsif last < cast(one as date) and cast(other as time) > cast(one as time) then
        last := last + 1;
    end if;
    return trunc(trunc((((extract(year from last) * 12 + extract(month from last)) * 32 + extract(day from last))
        - ((extract(year from one) * 12 + extract(month from one)) * 32 + extract(day from one))) / 32) / 12);
end $$;

create or replace function cuenta.day_in(moment timestamptz, zone text) returns timestamptz
    language plpgsql stable parallel safe strict as $$
begin
    -- By name only, as in the service: PostgreSQL also knows abbreviations and offsets by themselves.
    return case when zone ~ '^(UTC|[A-Za-z_]+(/[A-Za-z0-9_+-]+)+)$' and zone !~* '^(posix|right|systemv)/'
        then cuenta.dated(date_trunc('day', moment at time zone zone) at time zone 'UTC') end;
exception when invalid_parameter_value then
    return null;
end $$;
