-- Seals of what the database holds; what each table held stands with the newest one only.
create table seal (
    number bigint primary key,
    at timestamp(6) with time zone not null,
    kind varchar(10) not null,
    step varchar(20) not null,
    found varchar(4000) not null,
    tables varchar(64) not null,
    previous varchar(64) not null,
    hash varchar(64) not null,
    signature varchar(200) not null,
    content varchar(100000) not null
);
