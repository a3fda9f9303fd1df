-- The PDF that is made of a content, once for each ending it came under; said is what the converter said, or why there is none.
create table readable_copy (
    id bigint primary key,
    source_hash varchar(64) not null,
    ending varchar(10) not null,
    source_name varchar(255) not null,
    media_type varchar(120) not null,
    source_size bigint not null,
    state varchar(10) not null,
    made_by varchar(200),
    said varchar(2100),
    copy_hash varchar(64),
    copy_size bigint,
    pages int,
    took_ms bigint,
    asked_at timestamp(6) with time zone not null,
    ended_at timestamp(6) with time zone,
    unique (source_hash, ending)
);
create index readable_copy_state on readable_copy (state);

-- The passages that wait for one.
create table copy_wait (
    copy_id bigint not null references readable_copy (id),
    passage_id bigint not null references passage (id),
    primary key (copy_id, passage_id)
);

-- The copy that is read of a file of a revision.
alter table passage_file add column copy_hash varchar(64);
alter table passage_file add column copy_size bigint;
alter table passage_file add column copy_pages int;
