-- Who has a passage is a kind, with words only for people; what belongs to another state than the one it is in is gone.
alter table passage add column holder varchar(20);
alter table passage add column wait_until timestamp(6) with time zone;
alter table passage add column wait_then varchar(4000);
update passage set holder = case when held_by is null or held_by = 'Pervius' then 'PERVIUS'
    when held_by like 'Pervius, until %' then 'UNTIL_OTHERS' else 'SEATED' end where state = 'WAITING';
update passage set held_by = null where holder is null or holder <> 'SEATED';
update passage set waiting_for = null, awaits_document = null, due = null where state <> 'WAITING';
update passage set stop_code = null, stop_reason = null, stop_fields = null, stop_proposal = null, ways_out = null where state <> 'STOPPED';
create index passage_wait_until on passage (wait_until);
