-- Which accounts a transaction reaches: 'everywhere', or the id of a tenant. Where nothing is set, it reaches none.
-- The policies that ask stand on the tables of the account model: see RowSecurity.
create function cuenta.everywhere() returns boolean
    language sql stable parallel safe
    return coalesce(current_setting('cuenta.scope', true) = 'everywhere', false);
create function cuenta.scope_tenant() returns uuid
    language sql stable parallel safe
    return case when current_setting('cuenta.scope', true) ~ '^[0-9a-f-]{36}$' then current_setting('cuenta.scope', true)::uuid end;
