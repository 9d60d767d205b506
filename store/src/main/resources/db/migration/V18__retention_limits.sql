-- A run that would take more than its rule's limit waits, and takes nothing, until somebody allows it or takes it back.
alter table cuenta.retention_run drop constraint retention_run_state_check;
alter table cuenta.retention_run add constraint retention_run_state_check
    check (state in ('running', 'waiting', 'done', 'withdrawn'));
drop index cuenta.retention_run_running;
create unique index retention_run_running on cuenta.retention_run (rule) where state in ('running', 'waiting');
alter table cuenta.retention_run add column at_most bigint;
comment on column cuenta.retention_run.at_most is 'How many accounts its rule''s limit was when it began';
alter table cuenta.retention_run add column definition text;
comment on column cuenta.retention_run.definition is 'What the rule said when it began: a run of a rule that says something else by now takes nothing';
