-- What waits to go out, on whatever channel; a row is gone once the other side has it.
create table outbound (
    id bigint primary key,
    channel varchar(20) not null,
    item_key varchar(120) not null,
    subject_id bigint not null,
    project_id bigint references project,
    tries int not null,
    next_try timestamp(6) with time zone not null,
    last_words varchar(2000),
    leased_by varchar(60),
    leased_until timestamp(6) with time zone,
    put_at timestamp(6) with time zone not null,
    unique (channel, item_key)
);
create index outbound_due on outbound (channel, next_try, id);
create index outbound_of_project on outbound (project_id, channel, tries, id);

insert into outbound (id, channel, item_key, subject_id, project_id, tries, next_try, last_words, put_at)
    select id, 'mail', cast(id as varchar), id, project_id, attempts, next_attempt, last_error, made_at from message where state = 'WAITING';
insert into outbound (id, channel, item_key, subject_id, project_id, tries, next_try, put_at)
    select id, 'question', 'passage-' || passage_id || '-' || source_key, id, project_id, attempts, next_attempt, next_attempt
    from number_question where state = 'ASKING';

drop index message_to_send;
drop index message_by_project;
alter table message drop column state;
alter table message drop column attempts;
alter table message drop column next_attempt;
alter table message drop column last_error;
alter table message add column secret boolean default false not null;
update message set secret = true, occasion = case when subject like '[%' then 'INVITED' else 'NEW_PASSWORD' end where occasion is null;
alter table message alter column occasion set not null;
drop index question_to_ask;
alter table number_question drop column attempts;
alter table number_question drop column next_attempt;

-- Of several processes one has a submission in hand.
alter table submission add column leased_by varchar(60);
alter table submission add column leased_until timestamp(6) with time zone;

-- What is due when, in the form db-scheduler keeps it.
create table scheduled_tasks (
    task_name varchar(100) not null,
    task_instance varchar(100) not null,
    task_data blob,
    execution_time timestamp(6) with time zone not null,
    picked boolean not null,
    picked_by varchar(60),
    last_success timestamp(6) with time zone,
    last_failure timestamp(6) with time zone,
    consecutive_failures int,
    last_heartbeat timestamp(6) with time zone,
    version bigint not null,
    primary key (task_name, task_instance)
);
create index scheduled_execution on scheduled_tasks (execution_time);
create index scheduled_heartbeat on scheduled_tasks (last_heartbeat);
