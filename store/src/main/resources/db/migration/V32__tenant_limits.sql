alter table cuenta.tenant
    add column most_members     integer check (most_members > 0),
    add column most_invitations integer check (most_invitations > 0),
    add column most_requests    integer check (most_requests > 0);
comment on column cuenta.tenant.most_members is 'So many accounts may belong to it; null for any number';
comment on column cuenta.tenant.most_invitations is 'So many invitations may be open; null for as many as any tenant may have';
comment on column cuenta.tenant.most_requests is 'So many requests a minute each instance answers within it; null for any number';
