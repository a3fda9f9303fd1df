-- What is told of no file is in the tray, too: the place within Pervius it leads to.
alter table notice alter column submission_id drop not null;
alter table notice add column place varchar(200);
-- What waits for somebody is found without all that was ever told.
create index notice_waiting on notice (person_id, message_id, id);
