create function cuenta.keys_in_tenant(index text, comparison text, value text, at_most integer, tenant uuid) returns setof text
    language plpgsql stable security definer set search_path = pg_catalog, pg_temp rows 1 as $$
declare
    place pg_index;
    operator text := case comparison when 'eq' then '=' when 'gt' then '>' when 'ge' then '>=' when 'lt' then '<' when 'le' then '<=' end;
begin
    select * into place from pg_index where indexrelid = to_regclass('accounts.' || quote_ident(index)) and indisvalid;
    if not found then
        raise exception 'There is no index %', index using errcode = 'undefined_object';
    end if;
    return query execute format(
        'select cast(account_id as text) from %s where tenant_id = $3 and %s %s%s limit $2',
        place.indrelid::regclass,
        pg_get_indexdef(place.indexrelid, 2, false),
        case comparison
            when 'like' then 'like $1'
            else operator || ' cast($1 as ' || (select format_type(atttypid, null) from pg_attribute
                where attrelid = place.indexrelid and attnum = 2) || ')'
        end,
        -- In the order of the index, or half a table is read for the half that is less than something.
        case when comparison in ('gt', 'ge', 'lt', 'le')
            then ' order by ' || pg_get_indexdef(place.indexrelid, 2, false) else '' end)
        using value, at_most, tenant;
end $$;
comment on function cuenta.keys_in_tenant is
    'As cuenta.keys_by_index, by the second column of an index that begins with the tenant: keys of accounts that have the value there.';
