-- PDFs that lie as files of their own where a rule says: beside the file they are of, or in a mirrored tree.
create table kept_copy (
    id bigint primary key,
    source_file bigint not null unique,
    source_folder bigint not null,
    source_key varchar(255) not null,
    copy_file bigint not null unique,
    passage_id bigint not null,
    base_folder bigint,
    root_folder bigint,
    goes_with_it boolean not null
);
create index kept_copy_of on kept_copy (source_folder, source_key);

-- The folder that mirrors another, in the tree below a root; from which folder on the tree is mirrored.
create table mirrored_folder (
    root_folder bigint not null,
    base_folder bigint not null,
    source_folder bigint not null,
    mirror_folder bigint not null,
    primary key (root_folder, base_folder, source_folder)
);
create index mirrored_by_source on mirrored_folder (source_folder);
create index mirrored_by_mirror on mirrored_folder (mirror_folder);
