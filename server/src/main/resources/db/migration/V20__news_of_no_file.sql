-- What is told of no file is in the tray, too: the place within Pervius it leads to.
alter table notice alter column submission_id drop not null;
alter table notice add column place varchar(200);
