-- The bytes of pictures, unless a folder keeps them. Which picture is whose stands in cuenta.picture.
create table cuenta.picture_content (
    picture uuid not null,
    size    integer not null,
    content bytea not null,
    kept_at timestamptz not null default now(),
    primary key (picture, size)
);
alter table cuenta.picture_content alter column content set storage external; -- pictures are compressed already
