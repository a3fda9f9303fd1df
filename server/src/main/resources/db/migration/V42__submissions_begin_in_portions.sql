-- The revisions of a submission begin their passages some at a time: whether that is under way, and how many have.
alter table submission add column opening boolean default false not null;
alter table submission add column opened int default 0 not null;
create index submission_opening on submission (opening, id);

-- So do reviews: how many of one's files have been told that it begins.
alter table review add column begun int default 0 not null;
