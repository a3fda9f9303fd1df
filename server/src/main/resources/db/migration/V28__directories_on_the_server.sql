-- Directories on the server from which files are taken into folders.
create table directory (
    id bigint primary key,
    project_id bigint not null,
    folder_id bigint not null,
    path varchar(1000) not null unique,
    every_seconds int not null,
    rest_seconds int not null,
    marker varchar(20),
    move_to varchar(1000),
    author_id bigint,
    quiet_seconds int not null,
    switched_on boolean not null,
    taken bigint not null,
    version int not null
);
create index directory_by_project on directory (project_id, id);
create index directory_by_folder on directory (folder_id);

create table directory_author (
    directory_id bigint not null references directory (id) on delete cascade,
    subdirectory varchar(255) not null,
    person_id bigint not null,
    primary key (directory_id, subdirectory)
);

-- What has been taken and still lies there, so that it is taken once; or what cannot be taken, and why. Gone once the file has gone.
create table directory_file (
    directory_id bigint not null references directory (id) on delete cascade,
    path varchar(1000) not null,
    size bigint not null,
    modified bigint not null,
    state varchar(10) not null,
    why varchar(1000),
    noted_at timestamp(6) with time zone not null,
    primary key (directory_id, path)
);

-- The submissions that what is taken now goes into, one for each author.
create table directory_open (
    directory_id bigint not null references directory (id) on delete cascade,
    author_id bigint not null,
    submission_id bigint not null,
    last_taken timestamp(6) with time zone not null,
    primary key (directory_id, author_id)
);
