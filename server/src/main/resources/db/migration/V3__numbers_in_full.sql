-- A counter knows where it began and how it steps, so that every number up to the next can be accounted for.
alter table counter add column first_value bigint default 1 not null;
alter table counter add column step bigint default 1 not null;
alter table counter add column given_back int default 0 not null;

-- A number in the ledger may have no document (reserved, or of a scheme for something else) and no counter (from a list).
alter table ledger_entry alter column document_id drop not null;
alter table ledger_entry alter column counter_value drop not null;
alter table ledger_entry add column state varchar(12) default 'ASSIGNED' not null;
alter table ledger_entry add column title varchar(400) default '' not null;
alter table ledger_entry add column firm_id bigint references firm;
alter table ledger_entry add column person_id bigint references person;
alter table ledger_entry add column reason varchar(1000) default '' not null;
alter table ledger_entry add column reservation_id bigint;
alter table ledger_entry add column came_at timestamp(6) with time zone;
update ledger_entry e set came_at = assigned_at, firm_id = (select d.originator_id from document d where d.id = e.document_id);
create index ledger_by_document on ledger_entry (document_id, id);
create index ledger_by_scheme on ledger_entry (project_id, scheme_key, id);
create index ledger_by_state on ledger_entry (project_id, state, id);
create index ledger_by_reservation on ledger_entry (reservation_id, id);

-- Values a counter passed over, and why.
create table ledger_gap (
    id bigint primary key,
    project_id bigint not null references project,
    scheme_key varchar(60) not null,
    combination varchar(400) not null,
    from_value bigint not null,
    to_value bigint not null,
    reason varchar(1000) not null,
    person_id bigint references person,
    made_at timestamp(6) with time zone not null
);
create index gap_by_counter on ledger_gap (project_id, scheme_key, combination, from_value);

create table reservation (
    id bigint primary key,
    project_id bigint not null references project,
    scheme_key varchar(60) not null,
    combination varchar(400) not null,
    from_value bigint not null,
    to_value bigint not null,
    first_number varchar(200) not null,
    last_number varchar(200) not null,
    numbers int not null,
    firm_id bigint not null references firm,
    until_day date not null,
    reason varchar(1000) not null,
    made_by bigint not null references person,
    made_at timestamp(6) with time zone not null,
    ended_at timestamp(6) with time zone,
    version int not null
);
create index reservation_by_project on reservation (project_id, id);
create index reservation_to_end on reservation (ended_at, until_day, id);

-- What people did to numbers and counters; rows are only ever added.
create table number_event (
    id bigint primary key,
    project_id bigint not null references project,
    scheme_key varchar(60) not null,
    number varchar(200),
    at timestamp(6) with time zone not null,
    actor_id bigint references person,
    actor varchar(200) not null,
    account varchar(4000) not null
);
create index event_by_scheme on number_event (project_id, scheme_key, id);
create index event_by_number on number_event (project_id, number, id);

-- Lists from which schemes take values, each value once.
create table number_list (
    id bigint primary key,
    project_id bigint not null references project,
    list_key varchar(60) not null,
    name varchar(200) not null,
    version int not null,
    unique (project_id, list_key)
);
create table number_list_value (
    id bigint primary key,
    list_id bigint not null references number_list,
    position int not null,
    list_value varchar(40) not null,
    used_by bigint references ledger_entry,
    unique (list_id, list_value),
    unique (list_id, position)
);
create index list_value_free on number_list_value (list_id, used_by, position);

alter table scheme_edition add column put_in_force_by bigint references person;

-- Documents: the originator's own reference, and the revision sequence the next revision is to be in.
alter table document add column own_reference varchar(200) default '' not null;
alter table document add column sequence_key varchar(60);
-- The newest revision a document had before it was taken over.
alter table document add column revision_before varchar(10);
-- Why its number was voided; absent unless it was.
alter table document add column voided varchar(1000);
create index document_by_project on document (project_id, id);

-- A revision that was taken out or sent back before anybody decided; its code comes again.
alter table revision add column attempt int default 1 not null;
alter table revision add column withdrawn boolean default false not null;

-- An arrival that waits for the document's earlier revision to end.
alter table passage add column awaits_document bigint references document;
create index passage_awaiting on passage (awaits_document, state, id);

create table sequences_edition (
    id bigint primary key,
    project_id bigint not null references project,
    edition int not null,
    definition varchar(20000) not null,
    in_force boolean not null,
    put_in_force_by bigint references person,
    made_at timestamp(6) with time zone not null,
    unique (project_id, edition)
);

create table connection (
    id bigint primary key,
    name varchar(60) not null unique,
    address varchar(500) not null,
    secret varchar(400) not null,
    version int not null
);

-- Questions to other systems whose answers numbers need; one for each part of a passage's number.
create table number_question (
    id bigint primary key,
    project_id bigint not null references project,
    passage_id bigint not null references passage,
    source_key varchar(60) not null,
    label varchar(200) not null,
    connection varchar(60) not null,
    about varchar(4000) not null,
    state varchar(12) not null,
    attempts int not null,
    next_attempt timestamp(6) with time zone not null,
    answer varchar(40),
    unique (passage_id, source_key)
);
create index question_to_ask on number_question (state, next_attempt, id);

-- The words a document is found by: its number, title, own reference and the names its files had before.
create table document_word (
    id bigint primary key,
    project_id bigint not null references project,
    word varchar(120) not null,
    document_id bigint not null references document,
    unique (project_id, word, document_id)
);
create index word_by_document on document_word (document_id, id);

-- Names files had before they were renamed.
create table former_name (
    id bigint primary key,
    folder_file_id bigint not null references folder_file,
    name varchar(255) not null,
    person_id bigint not null references person,
    at timestamp(6) with time zone not null
);
create index former_name_by_file on former_name (folder_file_id, id);
alter table folder_file add column document_id bigint references document;

create index notice_by_passage on notice (passage_id, occasion, id);

create table template_edition (
    id bigint primary key,
    project_id bigint not null references project,
    template_key varchar(60) not null,
    edition int not null,
    definition varchar(400000) not null,
    in_force boolean not null,
    put_in_force_by bigint references person,
    made_at timestamp(6) with time zone not null,
    unique (project_id, template_key, edition)
);

-- A firm's, contract's or work package's place in the project, with the folders made for it.
create table work_package (
    id bigint primary key,
    project_id bigint not null references project,
    kind varchar(20) not null,
    code varchar(60) not null,
    title varchar(200) not null,
    firm_id bigint references firm,
    template_key varchar(60) not null,
    template_edition int not null,
    parent_folder bigint not null references folder,
    folder_id bigint,
    given_values varchar(4000) not null,
    failed varchar(2000),
    made_by bigint not null references person,
    made_at timestamp(6) with time zone not null,
    version int not null,
    unique (project_id, code)
);
create table made_folder (
    package_id bigint not null references work_package,
    plan_key varchar(60) not null,
    folder_id bigint not null,
    made_as varchar(255) not null,
    primary key (package_id, plan_key)
);
create index made_folder_by_folder on made_folder (folder_id);
