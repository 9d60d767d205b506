-- Accounts as three other programs kept them. Everybody is made up.
create extension if not exists pgcrypto;

-- The old harbour office: counting ids, bcrypt, the boat in a table beside.
create schema harbour;
create table harbour.users (
    id serial primary key,
    email varchar(120) not null,
    first_name varchar(60) not null,
    last_name varchar(60) not null,
    mobile varchar(30),
    pw_hash varchar(80) not null,
    is_admin boolean not null default false,
    reset_token varchar(40),
    fax varchar(20),
    created_at timestamptz not null,
    updated_at timestamptz
);
insert into harbour.users (email, first_name, last_name, mobile, pw_hash, is_admin, reset_token, created_at)
select 'boat' || i || '@marea.example', 'Noor', 'Berg ' || i, '+34 600 000 ' || lpad(cast(i as text), 3, '0'),
       crypt('six green oars', gen_salt('bf', 4)), i = 1, case when i % 9 = 0 then md5(cast(i as text)) end,
       timestamptz '2021-03-01 08:00:00Z' + i * interval '1 day'
from generate_series(1, 60) i;
update harbour.users set email = 'noor at the pier' where id = 7;
update harbour.users set email = 'BOAT8@marea.example' where id = 9;
create table harbour.boats (
    user_id integer primary key references harbour.users,
    boat_name varchar(60),
    length_m numeric(5, 2)
);
insert into harbour.boats select id, 'Gull ' || id, 4 + id * 0.25 from harbour.users where id % 2 = 0;

-- The sailing club: the email is the key, hashes are salted SHA.
create schema club;
create table club.members (
    email text primary key,
    full_name text not null,
    secret text not null,
    level text not null,
    joined_at date not null
);
insert into club.members
select 'sailor' || i || '@post.example', 'Ines Mar ' || i, '{SSHA}' || encode(digest('six green oarsreef' || i, 'sha1') || convert_to('reef' || i, 'UTF8'), 'base64'),
       (array['novice', 'skipper', 'captain'])[1 + i % 3], date '2019-05-01' + i
from generate_series(1, 30) i;

-- Two harbours that grew apart: the same ids, and some of the same people.
create schema north;
create schema south;
create table north.people (id bigint primary key, mail text not null, name text not null, berth text);
create table south.people (like north.people including all);
insert into north.people select i, 'person' || i || '@post.example', 'Tomas Rey ' || i, 'A' || i from generate_series(1, 20) i;
insert into south.people
select i, 'person' || (i + 15) || '@post.example', 'Tomas Rey ' || (i + 15), 'B' || i from generate_series(1, 20) i;
update north.people set berth = null where id = 20;
