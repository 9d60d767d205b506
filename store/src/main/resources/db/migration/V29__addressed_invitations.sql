alter table cuenta.invitation
    add column address       text,
    add column roles         smallint[] not null default '{}',
    add column person        text,
    add column alone         boolean not null default false,
    add column mail_due_at   timestamptz,
    add column mailed_at     timestamptz,
    add column claimed_until timestamptz,
    add column attempts      integer not null default 0;
comment on column cuenta.invitation.address is 'Only an account with this mail address may accept it';
comment on column cuenta.invitation.person is 'Who invited, if it was a person: the roles are theirs to give when somebody joins';
create index invitation_mail on cuenta.invitation (mail_due_at) where mail_due_at is not null;
create unique index invitation_address on cuenta.invitation (tenant_id, address) where address is not null;

alter table cuenta.tenant add column mailed_on date, add column mailed integer not null default 0;
comment on column cuenta.tenant.mailed is 'How many invitations it sent by mail on that day';
