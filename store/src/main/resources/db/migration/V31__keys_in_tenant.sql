-- The same function for indexes that begin with the tenant. What asks it without one, an instance of the earlier version too, goes on.
drop function cuenta.keys_by_index(text, text, text, integer);

create function cuenta.keys_by_index(index text, comparison text, value text, at_most integer, tenant uuid default null)
    returns setof text language plpgsql stable security definer set search_path = pg_catalog, pg_temp rows 1 as $$
declare
    place pg_index;
    compared int := case when tenant is null then 1 else 2 end;
    operator text := case comparison when 'eq' then '=' when 'gt' then '>' when 'ge' then '>=' when 'lt' then '<' when 'le' then '<=' end;
begin
    select * into place from pg_index where indexrelid = to_regclass('accounts.' || quote_ident(index)) and indisvalid;
    if not found then
        raise exception 'There is no index %', index using errcode = 'undefined_object';
    end if;
    return query execute format(
        'select cast(%I as text) from %s where %s%s %s%s limit $2',
        case when place.indrelid = to_regclass('accounts.account') then 'id' else 'account_id' end,
        place.indrelid::regclass,
        case when tenant is null then '' else 'tenant_id = $3 and ' end,
        pg_get_indexdef(place.indexrelid, compared, false),
        case comparison
            when 'like' then 'like $1'
            else operator || ' cast($1 as ' || (select format_type(atttypid, null) from pg_attribute
                where attrelid = place.indexrelid and attnum = compared) || ')'
        end,
        -- In the order of the index, or half a table is read for the half that is less than something.
        case when comparison in ('gt', 'ge', 'lt', 'le')
            then ' order by ' || pg_get_indexdef(place.indexrelid, compared, false) else '' end)
        using value, at_most, tenant;
end $$;
comment on function cuenta.keys_by_index is
    'Keys of accounts by the first column of an index, or by the second of one that begins with the tenant. Under row-level security PostgreSQL asks to whom a row belongs before it gives a value of it to a function like normal_form, so that it reads the whole table. This reads the index as the owner of the tables, and says nothing but keys: whether an account is seen is decided where it is read.';
