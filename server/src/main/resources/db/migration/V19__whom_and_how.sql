-- How one is told: in which words instead of the usual subject, how urgently, who sees whom, and why.
alter table notice add column subject varchar(400) default '' not null;
alter table notice add column important boolean default false not null;
alter table notice add column shown varchar(10) default 'ALONE' not null;
alter table notice add column because varchar(400) default '' not null;

-- A message that says it is important, and whom its heading names where recipients see each other.
alter table message add column important boolean default false not null;
alter table message add column openly_to varchar(8000);
alter table message add column in_copy varchar(8000);

-- What a project usually says on an occasion, in the place of what Pervius says.
create table usual_words (
    id bigint primary key,
    project_id bigint not null references project,
    occasion varchar(30) not null,
    subject varchar(200) not null,
    text varchar(500) not null,
    version int not null,
    constraint usual_words_once unique (project_id, occasion)
);

-- Where answers go.
alter table project_messages add column reply_to varchar(200) default '' not null;

-- What somebody wishes to be told of.
create table following (
    id bigint primary key,
    project_id bigint not null references project,
    person_id bigint not null references person,
    kind varchar(10) not null,
    thing_id bigint not null,
    since timestamp(6) with time zone not null,
    constraint following_once unique (person_id, kind, thing_id)
);
create index following_of on following (kind, thing_id);

-- The demo's mail server shows it.
alter table mail_room add column in_copy varchar(8000) default '' not null;
alter table mail_room add column important boolean default false not null;
