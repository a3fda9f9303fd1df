-- A word of a thing is its own key, and refers to nothing: it is found by its beginning, and written a dozen times for each revision.
alter table passage_word rename to passage_word_before;
create table passage_word (
    project_id bigint not null,
    word varchar(120) not null,
    passage_id bigint not null,
    primary key (project_id, word, passage_id)
);
insert into passage_word (project_id, word, passage_id) select project_id, word, passage_id from passage_word_before;
drop table passage_word_before;

alter table document_word rename to document_word_before;
create table document_word (
    project_id bigint not null,
    word varchar(120) not null,
    document_id bigint not null,
    primary key (project_id, word, document_id)
);
insert into document_word (project_id, word, document_id) select project_id, word, document_id from document_word_before;
drop table document_word_before;
