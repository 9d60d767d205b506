-- An id of RFC 9562's version 7: 48 bits of milliseconds, and chance. For accounts that are there when ids become UUIDs.
create function cuenta.uuid7(moment timestamptz) returns uuid
    language sql volatile parallel safe
    return cast(encode(set_bit(set_bit(overlay(uuid_send(gen_random_uuid()) placing
        substring(int8send(cast(floor(extract(epoch from moment) * 1000) as bigint)) from 3) from 1 for 6),
        52, 1), 53, 1), 'hex') as uuid);

comment on column cuenta.adopted.account_id is 'What the tables know the account by, as a text';
