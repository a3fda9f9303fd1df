-- A review is files of one submission at one step with the same people; where files go different ways, each part is a review of its own.
alter table review add column family_id bigint;
update review set family_id = id;
alter table review alter column family_id set not null;
-- Counts the steps begun since the first; what people do names the turn they saw.
alter table review add column turn int default 0 not null;
update review set turn = step;
-- Who sits in its first step, as one text, while passages may still join.
alter table review add column seats_key varchar(64) default '' not null;
alter table review add column closed_at timestamp(6) with time zone;
alter table review add column next_chase timestamp(6) with time zone;
-- Who sent it by hand and what was said with it; nobody where a rule did.
alter table review add column sender_id bigint references person;
alter table review add column message varchar(4000) default '' not null;
drop index review_waiting;
alter table review drop column own_firm_decides;
create index review_by_project on review (project_id, state, due, id);
create index review_of_family on review (family_id, state, id);
create index review_to_chase on review (state, next_chase, id);

alter table review_passage add column left_out varchar(100) default '' not null;
-- How it ends, once that is decided; and when that was passed on.
alter table review_passage add column ending_code int;
alter table review_passage add column to_author boolean default false not null;
alter table review_passage add column over_at timestamp(6) with time zone;
alter table review_passage add column passed_on boolean default false not null;
update review_passage rp set
    ending_code = (select p.decision_code from passage p where p.id = rp.passage_id),
    over_at = (select r.made_at from review r where r.id = rp.review_id and r.state = 'CLOSED');
update review_passage set passed_on = true where over_at is not null;

-- A person's place in a step, or in the release, of a review.
create table review_seat (
    id bigint primary key,
    review_id bigint not null references review,
    turn int not null,
    person_id bigint not null references person,
    leads boolean not null,
    -- Whether the person still has something to do here.
    open boolean not null,
    due timestamp(6) with time zone,
    -- The role that gave the place, if one did.
    role_id bigint references role,
    taken_at timestamp(6) with time zone,
    passed_by bigint references person,
    note varchar(1000) default '' not null,
    unique (review_id, turn, person_id)
);
create index seat_waiting on review_seat (person_id, open, due, id);
create index seat_by_role on review_seat (role_id, open, id);

insert into review_seat (id, review_id, turn, person_id, leads, open, due, role_id)
    select next value for ids, r.id, r.turn, h.person_id, false, r.state = 'OPEN', r.due, r.step_role
    from review r join role_holder h on h.role_id = r.step_role join person p on p.id = h.person_id
    where p.active = true and (p.firm_id <> r.author_firm_id or r.route_key in (select e.route_key from route_edition e
        where e.project_id = r.project_id and e.route_key = r.route_key and e.edition = r.route_edition and e.definition like '%"ownFirmDecides":true%'));
alter table review drop column step_role;

alter table review_answer add column turn int default 0 not null;
update review_answer set turn = step;
-- Whose place it was given from; nobody's where silence counts as a code.
alter table review_answer add column seat_id bigint references person;
update review_answer set seat_id = person_id;
alter table review_answer alter column person_id drop not null;
-- What the lead made of the comment before its release; the original stays.
alter table review_answer add column drawn varchar(10);
alter table review_answer add column drawn_text varchar(20000);
alter table review_answer add column drawn_by bigint references person;

alter table review_closing add column turn int default 0 not null;
update review_closing set turn = step;
alter table review_closing alter column person_id drop not null;

-- What Pervius has done about a late step, each once.
create table review_chase (
    review_id bigint not null references review,
    turn int not null,
    kind varchar(20) not null,
    at timestamp(6) with time zone not null,
    primary key (review_id, turn, kind)
);

-- Who is told of a review's files beside those the rule names, inside the project or outside.
create table review_watcher (
    id bigint primary key,
    family_id bigint not null references review,
    person_id bigint references person,
    address varchar(254)
);
create index watcher_by_family on review_watcher (family_id, id);

create table absence (
    id bigint primary key,
    person_id bigint not null references person,
    deputy_id bigint not null references person,
    from_day date not null,
    to_day date not null,
    note varchar(400) not null,
    made_by bigint not null references person,
    made_at timestamp(6) with time zone not null
);
create index absence_by_deputy on absence (deputy_id, to_day, id);
create index absence_by_person on absence (person_id, to_day, id);

create table distribution_matrix (
    project_id bigint primary key references project,
    definition varchar(1000000) not null,
    changed_by bigint references person,
    changed_at timestamp(6) with time zone not null,
    version int not null
);

create table calendar_link (
    person_id bigint primary key references person,
    secret_hash varchar(64) not null unique,
    made_at timestamp(6) with time zone not null
);

alter table project add column working_calendar varchar(200000) default '' not null;
alter table route_edition add column put_in_force_by bigint references person;

-- The route sends it back to its author, or calls for a status code of its own; it was sent by hand, past the rules.
alter table passage add column to_author boolean default false not null;
alter table passage add column status_wanted varchar(20);
alter table passage add column by_hand boolean default false not null;
-- The step its review goes on at, where it was there before.
alter table passage add column review_from int default 0 not null;

-- A message can go to an address that belongs to nobody here.
alter table message alter column person_id drop not null;
alter table notice alter column person_id drop not null;
alter table notice add column address varchar(254);

-- What was said with files that were sent on a route by hand, and who else is told.
create table sending (
    submission_id bigint primary key references submission,
    sender_id bigint not null references person,
    message varchar(4000) not null,
    persons varchar(20000) not null,
    addresses varchar(20000) not null
);
create index review_newest on review (project_id, id);
create index review_closed on review (project_id, closed_at, id);
create index review_by_route on review (project_id, route_key, id);

-- An invitation by mail, until its person has set a password.
create table invitation (
    person_id bigint primary key references person,
    secret_hash varchar(64) not null unique,
    until_at timestamp(6) with time zone not null
);
create index submission_by_project on submission (project_id, opened_at, id);
create index message_by_project on message (project_id, state, attempts, id);

-- Who sees a folder, and what is below it, beside whose own it is; a restricted one is seen by those and the reviewing side only.
alter table folder add column restricted boolean default false not null;
alter table folder add column access_edition int default 0 not null;
create table folder_grant (
    id bigint primary key,
    folder_id bigint not null references folder on delete cascade,
    role_id bigint references role,
    firm_id bigint references firm,
    may_drop boolean not null
);
create index grant_by_folder on folder_grant (folder_id, id);
