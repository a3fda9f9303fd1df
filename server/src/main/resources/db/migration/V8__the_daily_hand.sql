-- Who reopened the decision on a passage, and why, until it is decided anew.
alter table passage add column reopened_by bigint references person;
alter table passage add column reopened_why varchar(1000);
-- The name that would do, where a stop knows one.
alter table passage add column stop_proposal varchar(255);
alter table review add column reopened boolean default false not null;
-- Whether who stands in has been told of what waits already.
-- What watching rules told of, so that they can be looked after as handling rules are.
create table watch_run (
    id bigint primary key,
    project_id bigint not null references project,
    rule_id bigint not null references rule,
    submission_id bigint not null references submission,
    -- Nothing where files were only kept.
    passage_id bigint references passage,
    folder_id bigint not null,
    what varchar(400) not null,
    occasion varchar(20) not null,
    told int not null,
    at timestamp(6) with time zone not null
);
create index watch_run_of_rule on watch_run (rule_id, id);
create index watch_run_lately on watch_run (project_id, at, rule_id);
alter table absence add column told boolean default false not null;
