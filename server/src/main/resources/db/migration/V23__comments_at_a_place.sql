-- What is said of a revision, at a place of a page or in general.
create table sheet_comment (
    id bigint primary key,
    project_id bigint not null references project,
    passage_id bigint not null references passage,
    author_id bigint not null references person,
    -- The author's own name for it: what is sent twice is there once.
    author_key varchar(40) not null,
    side varchar(10) not null,
    page integer,
    shape varchar(10),
    points varchar(100000),
    per_point double precision,
    text varchar(20000) not null,
    stage varchar(10) not null,
    drawn varchar(10),
    drawn_text varchar(20000),
    drawn_by bigint references person,
    asked_id bigint references person,
    due date,
    chased boolean default false not null,
    made_at timestamp(6) with time zone not null,
    changed_at timestamp(6) with time zone not null,
    taken_back boolean default false not null,
    version integer not null,
    unique (author_id, author_key)
);
create index sheet_comment_asked on sheet_comment (asked_id, stage, due);
create index sheet_comment_late on sheet_comment (stage, chased, due);

-- What was answered to it, and who has closed it or opened it again.
create table sheet_answer (
    id bigint primary key,
    comment_id bigint not null references sheet_comment,
    person_id bigint not null references person,
    kind varchar(10) not null,
    text varchar(20000) not null,
    -- Said on the reviewing side before the release, and kept there.
    inside boolean not null,
    given_at timestamp(6) with time zone not null
);
