-- What is shown of a message whose text let somebody in: all but its secret.
alter table message add column shown varchar(20000) default '' not null;
