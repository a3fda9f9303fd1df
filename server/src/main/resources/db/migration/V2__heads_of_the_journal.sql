-- A passage knows the newest entry of its journal, so that the next is written without looking for it, and that none was cut off.
alter table passage add column journal_seq int default 0 not null;
alter table passage add column journal_hash varchar(64) default '' not null;
update passage p set
    journal_seq = coalesce((select max(e.seq) from journal_entry e where e.passage_id = p.id), 0),
    journal_hash = coalesce((select e.hash from journal_entry e where e.passage_id = p.id order by e.seq desc fetch first 1 rows only), '');

-- Only one process has a data directory, so who has a submission in hand need not be written down; its runs are counted.
alter table submission drop column leased_until;
alter table submission alter column lease rename to runs;

-- A route a person chose for a passage, instead of the one its rule names.
alter table passage add column chosen_route varchar(60);

-- Bytes that are known already are said to be so.
alter table submission_file add column remark varchar(1000);
create index file_by_hash on folder_file (hash, id);
