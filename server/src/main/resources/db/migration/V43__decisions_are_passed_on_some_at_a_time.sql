-- Whether files of a review that is over still have to be given their decisions: a review of many passes them on some at a time.
alter table review add column passing_on boolean default false not null;
