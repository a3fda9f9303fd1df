-- The worst decision that is not to be given while the comment is open.
alter table sheet_comment add column before_code integer;
create index sheet_comment_before on sheet_comment (project_id, before_code);
-- Pictures that were pasted into comments; one that no comment has is its giver's alone.
create table comment_picture (
    id bigint primary key,
    passage_id bigint not null references passage,
    person_id bigint not null references person,
    comment_id bigint references sheet_comment,
    hash varchar(64) not null,
    size bigint not null,
    media_type varchar(20) not null,
    width integer not null,
    height integer not null,
    given_at timestamp(6) with time zone not null
);
create index comment_picture_of on comment_picture (comment_id);
create index comment_picture_by on comment_picture (person_id, comment_id);
