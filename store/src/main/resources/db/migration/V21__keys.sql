alter table cuenta.secret_key add column purpose text not null default 'secret';
comment on column cuenta.secret_key.purpose is 'What the key is for: secret values, or the hashes of passwords';

alter table cuenta.activity_link add column key_id text;
comment on column cuenta.activity_link.key_id is 'Which key bound the entry; it is outside of the database';
create table cuenta.activity_key (
    id       text primary key,
    position bigint not null,
    proof    text not null
);
comment on table cuenta.activity_key is 'Keys of the chain, and after which position each counts; the proof is made with the key';
