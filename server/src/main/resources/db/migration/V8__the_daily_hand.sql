-- Who reopened the decision on a passage, and why, until it is decided anew.
alter table passage add column reopened_by bigint references person;
alter table passage add column reopened_why varchar(1000);
alter table review add column reopened boolean default false not null;
-- Whether who stands in has been told of what waits already.
alter table absence add column told boolean default false not null;
