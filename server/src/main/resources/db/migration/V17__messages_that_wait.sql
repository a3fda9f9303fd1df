-- What may wait is told together later: when it goes, absent for what goes as it happens.
alter table notice add column due_at timestamp(6) with time zone;
-- Told of is a passage, or else a file that is only kept.
alter table notice alter column passage_id drop not null;
alter table notice add column file_id bigint;
create index notice_due on notice (due_at, project_id);

-- How soon a person wants to be told, in the place of what rules and the project say.
create table message_wish (
    person_id bigint primary key references person,
    project_id bigint not null references project,
    minutes int not null,
    at_hour int,
    working_days boolean not null,
    zone varchar(60),
    version int not null
);
create index message_wish_by_project on message_wish (project_id);

-- How soon a project tells where a rule says nothing, how long people may choose to wait, and whether its mail is held.
create table project_messages (
    project_id bigint primary key references project,
    minutes int not null,
    at_hour int,
    working_days boolean not null,
    slowest int not null,
    held boolean default false not null,
    version int not null
);

-- Whether a message waits to go out, and of one that nobody tries to send any more what the mail server said last.
alter table message add column under_way boolean default false not null;
update message set under_way = true where sent_at is null;
alter table message add column given_up_at timestamp(6) with time zone;
alter table message add column last_words varchar(2000);
create index message_of_project on message (project_id, id);
create index message_of_person on message (person_id, id);
