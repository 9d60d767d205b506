create function cuenta.keys_by_values(index text, sought text[]) returns table (value text, key text)
    language plpgsql stable security definer set search_path = pg_catalog, pg_temp rows 100 as $$
declare
    place pg_index;
begin
    select * into place from pg_index where indexrelid = to_regclass('accounts.' || quote_ident(index)) and indisvalid;
    if not found then
        raise exception 'There is no index %', index using errcode = 'undefined_object';
    end if;
    -- Value by value: of a table that has just grown PostgreSQL believes that reading all of it is cheaper.
    return query execute format(
        'select s.value, found.key from unnest($1) s (value) cross join lateral (
            select cast(%I as text) as key from %s where %s = cast(s.value as %s) limit 1) found',
        case when place.indrelid = to_regclass('accounts.account') then 'id' else 'account_id' end,
        place.indrelid::regclass,
        pg_get_indexdef(place.indexrelid, 1, false),
        (select format_type(atttypid, null) from pg_attribute where attrelid = place.indexrelid and attnum = 1))
        using sought;
end $$;
comment on function cuenta.keys_by_values is
    'As cuenta.keys_by_index, for many values of a unique index at once: whose they are.';
