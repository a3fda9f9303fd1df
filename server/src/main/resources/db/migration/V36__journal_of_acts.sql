-- What people did beside the way of files: one chain for each project, and one (0) for the installation.
create table act_chain (
    chain bigint primary key,
    seq bigint not null,
    hash varchar(64) not null,
    cut_seq bigint not null,
    cut_hash varchar(64) not null,
    files boolean not null,
    months int not null,
    version int not null,
    mark varchar(64) not null
);

create table act (
    chain bigint not null,
    seq bigint not null,
    at timestamp(6) with time zone not null,
    kind varchar(20) not null,
    account_id bigint,
    who varchar(200) not null,
    what varchar(4000) not null,
    address varchar(100) not null,
    detail varchar(64) not null,
    hash varchar(64) not null,
    primary key (chain, seq)
);
create index act_of on act (chain, account_id, seq);
