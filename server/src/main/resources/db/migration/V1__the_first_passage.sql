create sequence ids start with 1000 increment by 50;

create table project (
    id bigint primary key,
    code varchar(20) not null unique,
    name varchar(200) not null,
    zone varchar(60) not null,
    archive_folder bigint,
    fields varchar(100000) not null,
    decision_codes varchar(20000) not null,
    status_codes varchar(20000) not null,
    created_at timestamp(6) with time zone not null,
    version int not null
);

create table firm (
    id bigint primary key,
    code varchar(20) not null unique,
    name varchar(200) not null,
    version int not null
);

create table person (
    id bigint primary key,
    firm_id bigint not null references firm,
    name varchar(200) not null,
    email varchar(254) not null unique,
    job varchar(200) not null,
    password_hash varchar(400),
    administrator boolean not null,
    active boolean not null,
    created_at timestamp(6) with time zone not null,
    version int not null
);
create index person_by_firm on person (firm_id, id);

create table project_member (
    project_id bigint not null references project,
    person_id bigint not null references person,
    primary key (project_id, person_id)
);
create index member_by_person on project_member (person_id, project_id);

create table role (
    id bigint primary key,
    project_id bigint not null references project,
    name varchar(120) not null,
    controls boolean not null,
    sees_all boolean not null,
    version int not null,
    unique (project_id, name)
);
create table role_holder (
    role_id bigint not null references role,
    person_id bigint not null references person,
    primary key (role_id, person_id)
);
create index holder_by_person on role_holder (person_id, role_id);

create table folder (
    id bigint primary key,
    project_id bigint not null references project,
    parent_id bigint references folder,
    name varchar(200) not null,
    name_key varchar(200) not null,
    state varchar(20) not null,
    firm_id bigint references firm,
    field_values varchar(4000) not null,
    version int not null,
    unique (parent_id, name_key)
);
create index folder_by_project on folder (project_id, id);

create table blob (
    hash varchar(64) primary key,
    size bigint not null,
    stored_at timestamp(6) with time zone not null
);

create table folder_file (
    id bigint primary key,
    folder_id bigint not null references folder,
    name varchar(255) not null,
    name_key varchar(255) not null,
    version_number int not null,
    hash varchar(64) not null references blob,
    size bigint not null,
    media_type varchar(120) not null,
    added_at timestamp(6) with time zone not null,
    added_by bigint not null references person,
    passage_id bigint,
    revision_id bigint,
    present boolean not null,
    moved_to bigint,
    version int not null,
    unique (folder_id, name_key, version_number)
);
create index file_in_folder on folder_file (folder_id, present, name_key, id);
create index file_by_passage on folder_file (passage_id, id);
create index file_by_revision on folder_file (revision_id, id);

create table counter (
    id bigint primary key,
    project_id bigint not null references project,
    scheme_key varchar(60) not null,
    combination varchar(400) not null,
    next_value bigint not null,
    unique (project_id, scheme_key, combination)
);

create table scheme_edition (
    id bigint primary key,
    project_id bigint not null references project,
    scheme_key varchar(60) not null,
    edition int not null,
    definition varchar(100000) not null,
    in_force boolean not null,
    made_at timestamp(6) with time zone not null,
    unique (project_id, scheme_key, edition)
);

create table route_edition (
    id bigint primary key,
    project_id bigint not null references project,
    route_key varchar(60) not null,
    edition int not null,
    definition varchar(100000) not null,
    in_force boolean not null,
    made_at timestamp(6) with time zone not null,
    unique (project_id, route_key, edition)
);

create table rule (
    id bigint primary key,
    project_id bigint not null references project,
    position int not null,
    switched_on boolean not null,
    edition_in_force int not null,
    draft varchar(100000),
    draft_by bigint references person,
    draft_at timestamp(6) with time zone,
    removed boolean not null,
    version int not null
);
create index rule_by_project on rule (project_id, removed, position, id);

create table rule_edition (
    id bigint primary key,
    rule_id bigint not null references rule,
    edition int not null,
    definition varchar(100000) not null,
    put_in_force_by bigint not null references person,
    put_in_force_at timestamp(6) with time zone not null,
    unique (rule_id, edition)
);

create table submission (
    id bigint primary key,
    project_id bigint not null references project,
    folder_id bigint not null references folder,
    reference varchar(40) not null,
    purpose varchar(400) not null,
    answer_due date,
    author_id bigint not null references person,
    author_firm_id bigint not null references firm,
    uploader_id bigint not null references person,
    open boolean not null,
    opened_at timestamp(6) with time zone not null,
    last_activity timestamp(6) with time zone not null,
    closed_at timestamp(6) with time zone,
    leased_until timestamp(6) with time zone,
    lease int not null,
    unsettled boolean not null,
    version int not null,
    unique (project_id, reference)
);
create index submission_open on submission (open, last_activity, id);
create index submission_unsettled on submission (unsettled, id);

create table submission_file (
    id bigint primary key,
    submission_id bigint not null references submission,
    position int not null,
    name varchar(255) not null,
    name_key varchar(255) not null,
    size bigint not null,
    state varchar(12) not null,
    refusal varchar(1000),
    folder_file_id bigint references folder_file,
    version int not null,
    unique (submission_id, position),
    unique (submission_id, name_key)
);

create table document (
    id bigint primary key,
    project_id bigint not null references project,
    number varchar(200) not null,
    title varchar(400) not null,
    originator_id bigint not null references firm,
    field_values varchar(4000) not null,
    created_at timestamp(6) with time zone not null,
    version int not null,
    unique (project_id, number)
);

create table ledger_entry (
    id bigint primary key,
    project_id bigint not null references project,
    number varchar(200) not null,
    scheme_key varchar(60) not null,
    scheme_edition int not null,
    combination varchar(400) not null,
    counter_value bigint not null,
    document_id bigint not null references document,
    assigned_at timestamp(6) with time zone not null,
    by_rule varchar(200) not null,
    unique (project_id, number),
    unique (project_id, scheme_key, combination, counter_value)
);

create table passage (
    id bigint primary key,
    project_id bigint not null references project,
    submission_id bigint not null references submission,
    folder_id bigint not null references folder,
    author_id bigint not null references person,
    author_firm_id bigint not null references firm,
    uploader_id bigint not null references person,
    original_name varchar(255) not null,
    base_name varchar(255) not null,
    title varchar(400) not null,
    given_values varchar(4000) not null,
    field_values varchar(4000) not null,
    rule_id bigint references rule,
    rule_edition int,
    rule_name varchar(200),
    document_id bigint references document,
    number varchar(200),
    revision varchar(10),
    cycle int not null,
    station varchar(12) not null,
    state varchar(12) not null,
    ended varchar(12),
    waiting_for varchar(400),
    since timestamp(6) with time zone not null,
    due timestamp(6) with time zone,
    stop_code varchar(40),
    stop_reason varchar(2000),
    stop_fields varchar(1000),
    ways_out varchar(400),
    read_file int,
    decision_code int,
    status_code varchar(20),
    held_by varchar(400),
    version int not null
);
create index passage_to_run on passage (submission_id, state, id);
create index passage_by_state on passage (project_id, state, id);
create index passage_by_firm on passage (project_id, author_firm_id, state, id);
create index passage_by_document on passage (document_id, id);
create index passage_by_folder on passage (folder_id, id);
create index passage_by_rule on passage (rule_id, id);

create table passage_file (
    id bigint primary key,
    passage_id bigint not null references passage,
    position int not null,
    folder_file_id bigint not null references folder_file,
    name varchar(255) not null,
    hash varchar(64) not null references blob,
    size bigint not null,
    media_type varchar(120) not null,
    unique (passage_id, position)
);

create table passage_word (
    id bigint primary key,
    project_id bigint not null references project,
    word varchar(120) not null,
    passage_id bigint not null references passage,
    unique (project_id, word, passage_id)
);
create index word_by_passage on passage_word (passage_id, id);

create table revision (
    id bigint primary key,
    document_id bigint not null references document,
    code varchar(10) not null,
    cycle int not null,
    passage_id bigint not null unique references passage,
    on_its_way boolean not null,
    outcome varchar(12),
    decision_code int,
    status_code varchar(20),
    current_in varchar(20),
    current_folder bigint references folder,
    issued_at timestamp(6) with time zone,
    version int not null,
    unique (document_id, code),
    unique (document_id, current_in)
);

create table journal_entry (
    passage_id bigint not null references passage,
    seq int not null,
    at timestamp(6) with time zone not null,
    station varchar(12) not null,
    kind varchar(20) not null,
    actor_id bigint,
    actor varchar(200) not null,
    account varchar(4000) not null,
    rule varchar(240) not null,
    previous_hash varchar(64) not null,
    hash varchar(64) not null,
    primary key (passage_id, seq)
);

create table review (
    id bigint primary key,
    project_id bigint not null references project,
    submission_id bigint not null references submission,
    route_key varchar(60) not null,
    route_edition int not null,
    author_id bigint not null references person,
    author_firm_id bigint not null references firm,
    own_firm_decides boolean not null,
    state varchar(12) not null,
    step int not null,
    step_role bigint not null references role,
    step_began timestamp(6) with time zone,
    due timestamp(6) with time zone,
    made_at timestamp(6) with time zone not null,
    version int not null
);
create index review_of_submission on review (submission_id, route_key, state, id);
create index review_waiting on review (state, step_role, due, id);

create table review_passage (
    review_id bigint not null references review,
    passage_id bigint not null references passage,
    primary key (review_id, passage_id)
);
create index review_by_passage on review_passage (passage_id, review_id);

create table review_answer (
    id bigint primary key,
    review_id bigint not null references review,
    step int not null,
    step_name varchar(120) not null,
    passage_id bigint not null references passage,
    person_id bigint not null references person,
    code int not null,
    comment varchar(20000) not null,
    given_at timestamp(6) with time zone not null,
    version int not null,
    unique (review_id, step, passage_id)
);
create index answer_by_passage on review_answer (passage_id, step, id);

create table review_closing (
    id bigint primary key,
    review_id bigint not null references review,
    step int not null,
    person_id bigint not null references person,
    closed_at timestamp(6) with time zone not null,
    unique (review_id, step)
);

create table notice (
    id bigint primary key,
    project_id bigint not null references project,
    person_id bigint not null references person,
    occasion varchar(20) not null,
    gather_key varchar(200) not null,
    submission_id bigint not null references submission,
    passage_id bigint not null references passage,
    what varchar(600) not null,
    detail varchar(4000) not null,
    rule varchar(240) not null,
    noted_at timestamp(6) with time zone not null,
    message_id bigint,
    unique (person_id, occasion, gather_key, passage_id)
);
create index notice_to_gather on notice (message_id, gather_key, id);
create index notice_by_submission on notice (submission_id, message_id, id);

create table message (
    id bigint primary key,
    project_id bigint not null references project,
    message_key varchar(260) not null unique,
    person_id bigint not null references person,
    recipient varchar(254) not null,
    occasion varchar(20) not null,
    subject varchar(1000) not null,
    text varchar(1000000) not null,
    state varchar(12) not null,
    attempts int not null,
    next_attempt timestamp(6) with time zone not null,
    last_error varchar(2000),
    made_at timestamp(6) with time zone not null,
    sent_at timestamp(6) with time zone,
    version int not null
);
create index message_to_send on message (state, next_attempt, id);

create table mail_room (
    id bigint primary key,
    mail_id varchar(300) not null,
    received_at timestamp(6) with time zone not null,
    sender varchar(300) not null,
    recipient varchar(300) not null,
    subject varchar(1000) not null,
    text varchar(1000000) not null
);
create index mail_room_newest on mail_room (id desc);
