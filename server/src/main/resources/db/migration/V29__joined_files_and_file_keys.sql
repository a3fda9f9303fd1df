-- Whether a file has gone to a revision that waited for it, so that it has no passage of its own.
alter table submission_file add column joined boolean default false not null;

-- By what the file system knows a file that was noted, so that another one of the same name, size and time is not taken for it.
-- Empty: noted before this was looked at.
alter table directory_file add column file_key varchar(200) default '' not null;
