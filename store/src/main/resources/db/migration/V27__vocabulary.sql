create table cuenta.vocabulary (
    service    text primary key,
    vocabulary jsonb not null,
    sent_at    timestamptz not null default now()
);
comment on table cuenta.vocabulary is 'The names that the code of each service spells out, as it said when it last started';
