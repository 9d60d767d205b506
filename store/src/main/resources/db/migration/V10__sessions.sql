alter table if exists cuenta.session
    add column id uuid not null default gen_random_uuid() unique,
    add column last_used_at timestamptz not null default now(),
    add column agent text not null default '';
