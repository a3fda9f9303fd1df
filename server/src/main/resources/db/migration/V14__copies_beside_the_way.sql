-- What a watching rule copied where, or why not; nothing where it only tells.
alter table watch_run add column copied varchar(1000);
alter table watch_run add column failed boolean default false not null;
