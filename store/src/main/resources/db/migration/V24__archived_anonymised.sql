alter table cuenta.archived add column anonymised_at timestamptz;
comment on column cuenta.archived.anonymised_at is 'When what told whose it was had been taken out; null for never';
